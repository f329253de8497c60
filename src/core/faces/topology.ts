import type { TaggedMesh } from '../kernel/surface'
import { nextSide, oppositeSides } from '../mesh/half-edges'

/** A run of edges between the same two regions, from where other borders join it to where they do again. */
export interface Border {
  /** The region to the left of the run, seen from outside, and the one to its right. */
  regions: readonly [number, number]
  /** Vertices along it; of a closed one the first is not repeated. */
  vertices: number[]
  closed: boolean
}

/** What a solid's triangles are to somebody who points at them: regions, each all of one surface that hangs together, and the borders between them. */
export interface Topology {
  /** For each triangle its region. */
  regionOf: Uint32Array
  /** For each region its surface. */
  surfaceOf: number[]
  borders: Border[]
  /** For each side of a triangle (side k of triangle t is 3 t + k) its border, or -1. */
  borderOf: Int32Array
  /** For each side that of its neighbour. */
  opposite: Int32Array
  /** Triangles by their regions: those of region r are `ofRegion[starts[r]]` to `ofRegion[starts[r + 1] - 1]`. */
  ofRegion: Uint32Array
  starts: Uint32Array
}

/** The triangles of a region. */
export const trianglesOf = ({ ofRegion, starts }: Pick<Topology, 'ofRegion' | 'starts'>, region: number): Uint32Array =>
  ofRegion.subarray(starts[region]!, starts[region + 1]!)

export function topologyOf({ indices, triangleSurface }: Pick<TaggedMesh, 'indices' | 'triangleSurface'>): Topology {
  const opposite = oppositeSides(indices)
  const { regionOf, surfaceOf } = regions(opposite, triangleSurface)
  const borderOf = new Int32Array(indices.length).fill(-1)
  const own = borders(indices, opposite, regionOf, borderOf)
  return { regionOf, surfaceOf, borders: own, borderOf, opposite, ...byRegion(regionOf, surfaceOf.length) }
}

function byRegion(regionOf: Uint32Array, count: number): Pick<Topology, 'ofRegion' | 'starts'> {
  const starts = new Uint32Array(count + 1)
  for (const r of regionOf) starts[r + 1]! += 1
  for (let r = 0; r < count; r++) starts[r + 1]! += starts[r]!
  const next = starts.slice()
  const ofRegion = new Uint32Array(regionOf.length)
  for (const [t, r] of regionOf.entries()) ofRegion[next[r]!++] = t
  return { ofRegion, starts }
}

function regions(opposite: Int32Array, triangleSurface: ArrayLike<number>) {
  const count = triangleSurface.length
  const regionOf = new Uint32Array(count).fill(0xffffffff)
  const surfaceOf: number[] = []
  const open: number[] = []
  for (let first = 0; first < count; first++) {
    if (regionOf[first] !== 0xffffffff) continue
    const surface = triangleSurface[first]!
    const region = surfaceOf.push(surface) - 1
    regionOf[first] = region
    open.push(first)
    for (let t = open.pop(); t !== undefined; t = open.pop())
      for (let side = 3 * t; side < 3 * t + 3; side++) {
        const other = opposite[side]! < 0 ? -1 : Math.floor(opposite[side]! / 3)
        if (other < 0 || regionOf[other] !== 0xffffffff || triangleSurface[other] !== surface) continue
        regionOf[other] = region
        open.push(other)
      }
  }
  return { regionOf, surfaceOf }
}

/** Strings the sides between two regions together, from each vertex where more than two borders meet. */
function borders(
  indices: ArrayLike<number>,
  opposite: Int32Array,
  regionOf: Uint32Array,
  borderOf: Int32Array,
): Border[] {
  const across = (side: number) => regionOf[Math.floor(opposite[side]! / 3)]!
  const own = (side: number) => regionOf[Math.floor(side / 3)]!
  /** Border sides by the vertex they begin at; each edge has one on both sides of it. */
  const from = new Map<number, number[]>()
  for (let side = 0; side < opposite.length; side++) {
    if (opposite[side]! < 0 || across(side) === own(side)) continue
    const at = indices[side]!
    const list = from.get(at)
    if (list) list.push(side)
    else from.set(at, [side])
  }
  const out: Border[] = []
  /** The one side that goes on from a vertex between the same two regions; none where borders part. */
  const onward = (side: number): number | undefined => {
    const there = from.get(indices[nextSide(side)]!) ?? []
    return there.length === 2 ? there.find((s) => own(s) === own(side) && across(s) === across(side)) : undefined
  }
  const string = (first: number) => {
    const index = out.length
    const vertices = [indices[first]!]
    let side = first
    for (;;) {
      borderOf[side] = borderOf[opposite[side]!] = index
      const next = onward(side)
      if (next === first) return out.push({ regions: [own(first), across(first)], vertices, closed: true })
      vertices.push(indices[nextSide(side)]!)
      if (next === undefined) return out.push({ regions: [own(first), across(first)], vertices, closed: false })
      side = next
    }
  }
  // Open runs first, each from its start; what is left over then runs round.
  for (const sides of from.values())
    if (sides.length !== 2 || onwardLess(sides, own, across))
      for (const side of sides) if (borderOf[side]! < 0) string(side)
  for (const sides of from.values()) for (const side of sides) if (borderOf[side]! < 0) string(side)
  return out
}

/** True if the two border sides at a vertex do not belong to one border. */
const onwardLess = (sides: readonly number[], own: (s: number) => number, across: (s: number) => number): boolean =>
  own(sides[0]!) !== across(sides[1]!) || across(sides[0]!) !== own(sides[1]!)
