import { apply } from '../geometry/placement'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { nextSide } from '../mesh/half-edges'
import { expectOk, raise } from '../result'
import { CUT_ROLES, type KerfNames } from './kerf'
import type { PatchCut } from './patch-cut'
import { fillingOf } from './patch-sheet'
import type { Rim, Taken } from './taken'

/** What a part is parted to, without a gap. */
export interface Shells {
  front: Solid
  behind: Solid
}

/**
 * A part parted along runs of its edges: its own triangles on both sides, each closed by the same cuts.
 * @param cuts one for each run
 * Errors: pierces
 */
export function shellsOf(
  kernel: Kernel,
  { on, inside, rims }: Taken,
  cuts: readonly PatchCut[],
  names: KerfNames,
): Shells {
  const { mesh } = on
  const positions = Array.from(mesh.positions)
  const between = new Map<number, number[]>()
  const patch = rims.flatMap((rim, i) => patchOn(rim, cuts[i]!, positions, between))
  const { opposite } = on.topology
  for (const side of [...between.keys()]) between.set(opposite[side]!, between.get(side)!.toReversed())
  const shell = (of: 0 | 1): Solid => {
    const role = of === 1 ? CUT_ROLES.front : CUT_ROLES.behind
    const tag: SurfaceTag = { step: names.step, role, copy: [names.cut], shape: { kind: 'free' } }
    const corners: number[] = []
    const faces: number[] = []
    for (const [t, is] of inside.entries()) {
      if (is !== of) continue
      const fan = fanOf(mesh.indices, t, between)
      corners.push(...fan)
      for (let k = 0; k < fan.length; k += 3) faces.push(mesh.triangleSurface[t]!)
    }
    for (const [a, b, c] of patch) corners.push(...(of === 1 ? [a, c, b] : [a, b, c]))
    faces.push(...patch.map(() => mesh.surfaces.length))
    return expectOk(kernel.fromFaces(...compact(positions, corners), faces, [...mesh.surfaces, tag]))
  }
  try {
    return { front: shell(1), behind: shell(0) }
  } catch {
    return raise('pierces', 'The run of edges round this cannot be closed by a cut. A plane or a drawing can be had.', 'holds') // prettier-ignore
  }
}

/** A cut's triangles within its run. Its places are added to those of the part; those on sides of the run's triangles are noted. */
function patchOn({ vertices: rim, sides }: Rim, cut: PatchCut, positions: number[], between: Map<number, number[]>) {
  const { points, triangles, rim: round, corners: at } = fillingOf(cut)
  const added = (v: number): number => positions.push(...apply(cut.frame, points[v]!)) / 3 - 1
  const vertices = points.map((_, v) => (v < round ? -1 : added(v)))
  for (const [i, side] of sides.entries()) {
    vertices[at[i]!] = rim[i]!
    const own: number[] = []
    for (let v = at[i]! + 1; v < (at[i + 1] ?? round); v++) own.push((vertices[v] = added(v)))
    if (own.length > 0) between.set(side, own)
  }
  return triangles.map((t) => t.map((v) => vertices[v]!) as [number, number, number])
}

/** A triangle with places on its sides, as triangles. */
function fanOf(indices: ArrayLike<number>, t: number, between: ReadonlyMap<number, readonly number[]>): number[] {
  const out: number[][] = [[indices[3 * t]!, indices[3 * t + 1]!, indices[3 * t + 2]!]]
  for (let side = 3 * t; side < 3 * t + 3; side++) {
    const to = indices[nextSide(side)]!
    let from = indices[side]!
    for (const p of between.get(side) ?? []) {
      const cut = out.findIndex((c) => c.some((v, k) => v === from && c[(k + 1) % 3] === to))
      const across = out[cut]!.find((v) => v !== from && v !== to)!
      out.splice(cut, 1, [from, p, across], [p, to, across])
      from = p
    }
  }
  return out.flat()
}

/** The places that some corners are at, and those corners by them. */
function compact(positions: readonly number[], corners: readonly number[]): [positions: number[], corners: number[]] {
  const now = new Map<number, number>()
  const own: number[] = []
  const numbered = corners.map((v) => {
    const known = now.get(v)
    if (known !== undefined) return known
    own.push(positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!)
    now.set(v, now.size)
    return now.size - 1
  })
  return [own, numbered]
}
