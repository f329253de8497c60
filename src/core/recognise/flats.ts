import { dot } from '../geometry/vec'
import { cornerAcross, nextSide } from '../mesh/half-edges'
import { type Division, patchOf, settle } from './division'
import { fitPlane } from './fit-surface'

/** Thinner facets tell badly which way they face, mm. */
export const THINNISH = 0.03

/** A flat piece stands out from the strips of a curved face by being this many times larger than those beside it. */
const STANDS_OUT = 3

/** Takes the flat faces out of a component in which they run smoothly into curved ones. @returns what is left */
export function takeFlats(division: Division, triangles: readonly number[]): number[] {
  const count = division.facets.length
  const member = new Uint8Array(count)
  for (const t of triangles) member[t] = 1
  const flatOf = new Int32Array(count).fill(-1)
  const seen = new Int32Array(count)
  const flats: { triangles: number[]; area: number; beside: Map<number, number> }[] = []
  for (const seed of [...triangles].sort((a, b) => division.facets[b]!.area - division.facets[a]!.area)) {
    if (flatOf[seed]! >= 0) continue
    const found = growFlat(division, seed, seen, (t) => member[t] === 1 && flatOf[t]! < 0)
    for (const t of found) flatOf[t] = flats.length
    flats.push({
      triangles: found,
      area: found.reduce((sum, t) => sum + division.facets[t]!.area, 0),
      beside: new Map(),
    })
  }
  for (const [i, flat] of flats.entries())
    for (const t of flat.triangles)
      for (let k = 0; k < 3; k++) {
        const side = division.opposite[3 * t + k]!
        const other = side < 0 ? -1 : flatOf[Math.floor(side / 3)]!
        if (other < 0 || other === i) continue
        flat.beside.set(other, (flat.beside.get(other) ?? 0) + sideLength(division, 3 * t + k))
      }
  const left: number[] = []
  for (const flat of flats) {
    const usual = usualBeside(flat.beside, flats)
    const face = flat.area > STANDS_OUT * usual ? fitPlane(patchOf(division, flat.triangles)) : undefined
    if (face) settle(division, flat.triangles, face)
    else for (const t of flat.triangles) left.push(t)
  }
  return left
}

/** The area of what lies beside a flat piece along half of its border and more. */
function usualBeside(beside: ReadonlyMap<number, number>, flats: readonly { area: number }[]): number {
  const sorted = [...beside].map(([i, long]) => ({ area: flats[i]!.area, long })).sort((a, b) => a.area - b.area)
  let left = sorted.reduce((sum, b) => sum + b.long, 0) / 2
  for (const { area, long } of sorted) {
    left -= long
    if (left <= 0) return area
  }
  return 0
}

function sideLength({ mesh: { positions, indices } }: Division, side: number): number {
  const [a, b] = [3 * indices[side]!, 3 * indices[nextSide(side)]!]
  return Math.hypot(
    positions[a]! - positions[b]!,
    positions[a + 1]! - positions[b + 1]!,
    positions[a + 2]! - positions[b + 2]!,
  )
}

/** The triangles about a seed whose corners lie in its plane. `seen` holds for each triangle the last seed it was met from. */
function growFlat(division: Division, seed: number, seen: Int32Array, takes: (t: number) => boolean): number[] {
  const { mesh, facets, opposite, slack } = division
  const { positions, indices } = mesh
  const { normal, middle } = facets[seed]!
  const offset = dot(normal, middle)
  const off = (v: number) =>
    Math.abs(
      normal[0] * positions[3 * v]! + normal[1] * positions[3 * v + 1]! + normal[2] * positions[3 * v + 2]! - offset,
    )
  seen[seed] = seed + 1
  const found = [seed]
  for (let i = 0; i < found.length; i++)
    for (let k = 0; k < 3; k++) {
      const side = opposite[3 * found[i]! + k]!
      const t = Math.floor(side / 3)
      if (side < 0 || seen[t] === seed + 1 || !takes(t)) continue
      seen[t] = seed + 1
      // Two of its corners are known to lie in the plane.
      if (off(cornerAcross(indices, side)) > slack) continue
      if (dot(facets[t]!.normal, normal) > 0.9 || division.heights[t]! < THINNISH) found.push(t)
    }
  return found
}

/** Faces that bend at edges as sharp as this are flat ones that meet there (cosine of 8 degrees), and not the chords of a curved one … */
const SHARP = Math.cos((8 * Math.PI) / 180)
/** … where all but so many of their edges are, or all but one, … */
const BLUNT = 0.15
/** … where they are no more than these, … */
const MOST = 40
/** … and no narrower: their area over that of a disc of their outline. Strips of rounds are. */
const NARROW = 0.12

/**
 * Makes flat faces of a piece that bends at edges alone, as bodies of a few flat faces do.
 * @returns false where it does not look like that; nothing is made of it then
 */
export function settleFlats(division: Division, triangles: readonly number[]): boolean {
  const { facets, opposite } = division
  const flatOf = new Map<number, number>()
  const free = new Set(triangles)
  const seen = new Int32Array(facets.length)
  const flats: number[][] = []
  for (const seed of [...triangles].sort((a, b) => facets[b]!.area - facets[a]!.area)) {
    if (flatOf.has(seed)) continue
    if (flats.length === MOST) return false
    const found = growFlat(division, seed, seen, (t) => free.has(t) && !flatOf.has(t))
    for (const t of found) flatOf.set(t, flats.length)
    flats.push(found)
  }
  // Each pair of flats that meet, and whether they do so bluntly.
  const meet = new Map<string, boolean>()
  for (const [i, flat] of flats.entries()) {
    let [round, area] = [0, 0]
    for (const t of flat) {
      area += facets[t]!.area
      for (let side = 3 * t; side < 3 * t + 3; side++) {
        const other = opposite[side]! < 0 ? -1 : Math.floor(opposite[side]! / 3)
        if (flatOf.get(other) === i) continue
        round += sideLength(division, side)
        const next = flatOf.get(other)
        if (next !== undefined) meet.set(`${Math.min(i, next)} ${Math.max(i, next)}`, dot(facets[flat[0]!]!.normal, facets[flats[next]![0]!]!.normal) > SHARP) // prettier-ignore
      }
    }
    if (4 * Math.PI * area < NARROW * round ** 2) return false
  }
  if ([...meet.values()].filter((blunt) => blunt).length > Math.max(1, BLUNT * meet.size)) return false
  const faces = flats.map((flat) => fitPlane(patchOf(division, flat)))
  if (faces.includes(undefined)) return false
  for (const [i, flat] of flats.entries()) settle(division, flat, faces[i]!)
  return true
}
