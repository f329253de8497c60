import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { placeAt } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { ProblemError, raise } from '../result'
import { between } from './between'
import { withOneName } from './one-name'
import { withoutSpecks } from './specks'
import { checkVanished } from './vanished'
import type { NewFace } from './plan'
import { reshaped } from './reshape'
import { withRounds } from './rounds'

/** A changed solid, and whether a face passes what was in its way: that is joined with it, or cut. */
export interface Changed {
  solid: Solid
  passes: boolean
}

/** Whether faces may vanish, and the part that they are of. */
export interface Consent {
  part: string
  given: boolean
}

/**
 * A solid some of whose faces are others. Faces beside them are drawn out or cut back, rounds go along. Where a face has to
 * pass something, the material between it as it was and as it is to be is added, or taken away.
 * Errors: free, round, apart, turned, crosses, not-closed, vanishes
 */
export function withFaces(
  kernel: Kernel,
  solid: Solid,
  on: Pointable,
  faces: ReadonlyMap<number, NewFace>,
  consent?: Consent,
): Changed {
  try {
    return { solid: reshaped(kernel, on, { faces: withRounds(on, faces) }), passes: false }
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    const other = passing(kernel, solid, on, faces)
    if (!other) throw error
    if (consent && !consent.given) checkVanished(on, kernel.read(other), faces, consent.part)
    return { solid: other, passes: true }
  }
}

/** The same by adding and taking away; none where a face is not flat, or is turned so that it does both. */
function passing(kernel: Kernel, solid: Solid, on: Pointable, faces: ReadonlyMap<number, NewFace>): Solid | undefined {
  const added: Solid[] = []
  const taken: Solid[] = []
  /** The same without standing out. */
  const exact: Solid[] = []
  for (const [region, to] of faces) {
    const way = wayOf(on, region, to)
    if (way === undefined) return undefined
    try {
      if (way > 0) added.push(between(kernel, on, region, to, true))
      if (way < 0) {
        taken.push(between(kernel, on, region, to, false))
        exact.push(between(kernel, on, region, to, false, 0))
      }
    } catch (error) {
      if (error instanceof ProblemError) return undefined
      throw error
    }
  }
  const grown = kernel.union([solid, ...added])
  const cut = kernel.subtract(grown, taken)
  // Standing out may open what it cuts, but it is not to cut anything else.
  if (Math.abs(cut.volume() - kernel.subtract(grown, exact).volume()) > SAME * grown.volume()) return undefined
  const out = withoutSpecks(kernel, withOneName(kernel, cut))
  if (out.isEmpty()) return raise('empty', 'Nothing would be left of the part.')
  return out
}

/** Volumes that differ by less are equal, of the whole. */
const SAME = 1e-6

/** 1 where a flat face moves out of the material, -1 where into it, at all of its corners. */
function wayOf({ mesh, topology }: Pointable, region: number, to: NewFace): number | undefined {
  if (sideOf({ mesh, topology }, region).shape.kind !== 'plane' || to.side.shape.kind !== 'plane') return undefined
  let [out, into] = [false, false]
  for (const t of trianglesOf(topology, region))
    for (let k = 0; k < 3; k++) {
      const off = to.side.off(placeAt(mesh.positions, mesh.indices[3 * t + k]!))
      if (off < -1e-6) out = true
      if (off > 1e-6) into = true
    }
  return out && into ? undefined : out ? 1 : into ? -1 : 0
}
