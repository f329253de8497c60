import type { Pointable } from '../faces/resolve'
import { solve3 } from '../geometry/solve'
import { add, angleBetween, cross, dot, length, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import { nextSide } from '../mesh/half-edges'

/** Weak directions are not followed: this much of a millimetre in all of them costs as much as missing a facet by it. */
const CALM = 1e-3
/** Facets narrower than this say nothing of which way their face looks, mm. */
const SLIVER = 0.01
/** Where free faces turn by more at any place of their border, that is an edge all along (cosine of 12 degrees). */
const SMOOTH = Math.cos((12 * Math.PI) / 180)

/** What of a mesh is asked for over and over: its facets' directions, its neighbours, and which triangles are at a vertex. */
export interface Facets {
  outs: readonly Vec3[]
  opposite: Int32Array
  at: (i: number) => Vec3
  /** True of a side across which a free face goes on: in itself, or into another one that it runs into smoothly all along. */
  goesOn: (side: number) => boolean
  /** Borders that are an edge on some of their length. */
  creased: ReadonlySet<number>
}

const known = new WeakMap<Pointable, Facets>()

export function facetsOf(on: Pointable): Facets {
  const before = known.get(on)
  if (before) return before
  const { mesh, topology } = on
  const at = (i: number): Vec3 => placeAt(mesh.positions, i)
  const outs = Array.from({ length: mesh.indices.length / 3 }, (_, t): Vec3 => {
    const [a, b, c] = [0, 1, 2].map((k) => at(mesh.indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    const n = cross(sub(b, a), sub(c, a))
    const twice = length(n)
    // What a boolean leaves as a sliver looks nowhere.
    const wide = twice / Math.max(length(sub(b, a)), length(sub(c, b)), length(sub(a, c)))
    return wide < SLIVER ? [0, 0, 0] : scale(n, 1 / twice)
  })
  const isFree = (t: number) => mesh.surfaces[topology.surfaceOf[topology.regionOf[t]!]!]!.shape.kind === 'free'
  const { opposite } = topology
  const creased = creasedBorders(on, { outs, opposite, at })
  const goesOn = (s: number) => isFree(Math.floor(opposite[s]! / 3)) && !creased.has(topology.borderOf[s]!)
  const made = { outs, opposite, at, goesOn, creased }
  known.set(on, made)
  return made
}

/** A border turns for so much of its length at least, if that is no sliver that a boolean left. */
const SHARE = 0.1

function creasedBorders(
  { mesh, topology }: Pointable,
  { outs, opposite, at }: Pick<Facets, 'outs' | 'opposite' | 'at'>,
): Set<number> {
  const long = new Map<number, { all: number; turning: number }>()
  for (const [s, border] of topology.borderOf.entries()) {
    if (border < 0 || opposite[s]! < s) continue
    const far = length(sub(at(mesh.indices[nextSide(s)]!), at(mesh.indices[s]!)))
    const [a, b] = [outs[Math.floor(s / 3)]!, outs[Math.floor(opposite[s]! / 3)]!]
    const isTurning = length(a) > 0.5 && length(b) > 0.5 && dot(a, b) < SMOOTH
    const own = long.get(border) ?? { all: 0, turning: 0 }
    long.set(border, { all: own.all + far, turning: own.turning + (isTurning ? far : 0) })
  }
  return new Set([...long].flatMap(([border, { all, turning }]) => (turning > SHARE * all ? [border] : [])))
}

/**
 * The way that a corner of a face without an exact shape has to go so that every facet beside it moves by 1 along its own
 * normal: exactly where up to three directions meet, as well as can be where there are more, and by no facet less. Where
 * the face runs smoothly into another one, the facets of that count as well, so that both go the same way.
 * @param side of the triangle by which the corner is come to: its vertex is where the side begins
 */
export function evenOffset(on: Pointable, side: number): Vec3 {
  const { outs, opposite, goesOn } = facetsOf(on)
  const { indices } = on.mesh
  const vertex = indices[side]!
  const found = new Map<number, number>()
  // Round the vertex both ways, as far as no crease is crossed.
  const visit = (start: number, onward: (s: number) => number) => {
    for (let s = start; s >= 0 && indices[s] === vertex;) {
      const t = Math.floor(s / 3)
      if (found.has(t) && s !== start) return
      found.set(t, angleAt(on, s))
      const across = onward(s)
      if (opposite[across]! < 0 || !goesOn(across)) return
      s = across === s ? nextSide(opposite[across]!) : opposite[across]!
    }
  }
  visit(side, (s) => nextSide(nextSide(s)))
  visit(side, (s) => s)
  return wayOf([...found].map(([t, weight]) => ({ out: outs[t]!, weight })))
}

function angleAt(on: Pointable, side: number): number {
  const { at } = facetsOf(on)
  const { indices } = on.mesh
  const [p, q, r] = [side, nextSide(side), nextSide(nextSide(side))].map((s) => at(indices[s]!)) as [Vec3, Vec3, Vec3]
  return angleBetween(sub(q, p), sub(r, p))
}

/** Where a corner goes so that every facet beside it moves by 1 or more; facets without a direction have no say. */
export function wayOf(facets: readonly { out: Vec3; weight: number }[]): Vec3 {
  const rows: [number, number, number][] = [[0, 0, 0], [0, 0, 0], [0, 0, 0]] // prettier-ignore
  let sum: Vec3 = [0, 0, 0]
  for (const { out, weight } of facets) {
    for (const i of [0, 1, 2] as const) for (const j of [0, 1, 2] as const) rows[i]![j] += weight * out[i] * out[j]
    sum = add(sum, scale(out, weight))
  }
  const mean = length(sum) > 1e-9 ? scale(sum, 1 / length(sum)) : ([0, 0, 1] as Vec3)
  // Towards the mean where the facets leave a direction open.
  for (const i of [0, 1, 2] as const) rows[i]![i] += CALM
  const found = solve3(rows, add(sum, scale(mean, CALM)) as unknown as [number, number, number]) ?? mean
  const least = Math.min(...facets.filter((f) => length(f.out) > 0.5).map((f) => dot(f.out, found)))
  return least > 0.1 ? scale(found, Math.max(1, 1 / least)) : mean
}
