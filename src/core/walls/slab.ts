import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { add, scale } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceShape, SurfaceTag } from '../kernel/surface'
import { raise } from '../result'
import { evenOffset } from './even-offsets'
import { offsetShape } from '../blend/offset-shape'
import { patchOf, spreadOf, withStrip } from './patch'
import { unturned, within } from './reach'

/** A face drawn out square to itself on both sides. */
export interface SlabOf {
  region: number
  /** From where to where, along the way out of the material, mm: the first is the lesser. */
  from: number
  to: number
  /** How far it goes on past its border with another region, along itself, mm. */
  past: (region: number) => number
  /** What the faces behind and in front are called. */
  tags: { behind: Omit<SurfaceTag, 'shape'>; before: Omit<SurfaceTag, 'shape'> }
}

/**
 * @returns the solid, and whether it falls short somewhere: where a face bends more sharply than it is to be thick
 * Errors: face (it cannot be drawn out)
 */
export function slab(kernel: Kernel, on: Pointable, of: SlabOf): { solid: Solid; short: boolean } {
  const { region, from, to, past, tags } = of
  const side = sideOf(on, region)
  const isFree = side.shape.kind === 'free'
  const patch = patchOf(on, region)
  const { points, flat } = patch
  const outs = patch.comeBy.map((s, i) => (isFree ? evenOffset(on, s) : side.out(points[i]!)))
  const spread = spreadOf(patch, (r) => past(r), outs)
  const facets = flat.slice()
  const wide = points.map((p, i) => (isFree ? p : add(p, spread.get(i) ?? [0, 0, 0])))
  const rim = patch.rim.map(([a, b]): [number, number] => [a, b])
  const outer = isFree ? withStrip({ points: wide, outs, flat }, rim, spread) : rim
  const moved = [to, from].map((by) => {
    const far = wide.map((_, i) => (isFree ? by : within(side, points[i]!, by)))
    return isFree ? unturned(wide, outs, far, facets) : { places: wide.map((p, i) => add(p, scale(outs[i]!, far[i]!))), short: NONE } // prettier-ignore
  })
  const [count, indices, faces] = [wide.length, [] as number[], [] as number[]]
  const put = (face: number, ...corners: number[]) => {
    indices.push(...corners)
    faces.push(face)
  }
  for (let i = 0; i < flat.length; i += 3) {
    const [a, b, c] = [flat[i]!, flat[i + 1]!, flat[i + 2]!]
    put(0, a, b, c)
    put(1, a + count, c + count, b + count)
  }
  for (const [a, b] of outer) {
    put(2, b, a, a + count)
    put(2, b, a + count, b + count)
  }
  const shapes = [to, from].map((by, i): SurfaceShape => offsetShape(side, by, i === 0 ? 1 : -1))
  const all: SurfaceTag[] = [{ ...tags.before, shape: shapes[0]! }, { ...tags.behind, shape: shapes[1]! }, { ...tags.behind, role: 'edge', shape: { kind: 'free' } }] // prettier-ignore
  const solid = kernel.fromFaces(moved.flatMap((m) => m.places).flat(), indices, faces, all)
  if (!solid.ok) return raise('face', 'A face of the part cannot be drawn out: it touches itself.', 'part')
  return { solid: solid.value, short: moved.some((m) => m.short.size > 0) }
}

const NONE: ReadonlySet<number> = new Set()
