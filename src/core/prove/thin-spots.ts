import type { Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import { oppositeSides } from '../mesh/half-edges'
import { type Between, facingPairs, leastOf } from './facing-pairs'

/** Sides that lie in front of each other over less than this are a corner, not a wall or a slit, mm2. */
const LEAST_AREA = { material: 0.05, air: 1 } as const

/** Where two surfaces have little material, or air, between them. Lengths mm. */
export interface NarrowSpot {
  /** Both surfaces, by their place in the mesh; the lower number first. */
  surfaces: readonly [number, number]
  apart: number
  place: Vec3
  /** Over how much of them it is less than the limit, mm2; not all of it, once that is enough to count. */
  area: number
}

/** All pairs of surfaces with less than `limit` of material between them. */
export const thinSpots = (mesh: TaggedMesh, limit: number): NarrowSpot[] => narrowSpots(mesh, limit, 'material')

/** All pairs of surfaces with less than `limit` between them, the narrowest first. What meets in a corner has nothing between it. */
export function narrowSpots(mesh: TaggedMesh, limit: number, between: Between): NarrowSpot[] {
  const { triangleSurface, surfaces } = mesh
  const meet = meetings(mesh, between)
  const spots = new Map<number, NarrowSpot>()
  const keyOf = (t: number, s: number): number => {
    const [a, b] = [triangleSurface[t]!, triangleSurface[s]!]
    return a < b ? a * surfaces.length + b : b * surfaces.length + a
  }
  const wants = (t: number, s: number, least: number): boolean => {
    const known = spots.get(keyOf(t, s))
    // What cannot be nearer than the nearest that is known changes nothing, once it is large enough to count.
    return (!known || least < known.apart || known.area < LEAST_AREA[between]) && !meet(t, s)
  }
  facingPairs(mesh, limit, between, wants, (pair) => {
    const least = leastOf(pair)
    if (!least || least.apart >= limit) return
    const key = keyOf(...pair.triangles)
    const known = spots.get(key)
    if (!known) return void spots.set(key, { surfaces: [Math.floor(key / surfaces.length), key % surfaces.length], ...least, area: pair.area }) // prettier-ignore
    known.area += pair.area
    if (least.apart < known.apart) Object.assign(known, least)
  })
  return [...spots.values()].filter((s) => s.area >= LEAST_AREA[between]).sort((a, b) => a.apart - b.apart)
}

/**
 * Says of two triangles whether they meet, so that nothing is between them: in a corner; as sides of a slit also where their
 * surfaces meet in an edge, as they do in a notch.
 */
export function meetings(
  { indices, triangleSurface }: TaggedMesh,
  between: Between,
): (s: number, t: number) => boolean {
  if (between === 'material') return (a, b) => shareCorner(indices, a, b)
  const meeting = new Set<string>()
  for (const [side, other] of oppositeSides(indices).entries()) {
    const [s, t] = [triangleSurface[Math.floor(side / 3)]!, other < 0 ? -1 : triangleSurface[Math.floor(other / 3)]!]
    if (t >= 0 && s < t) meeting.add(`${s} ${t}`)
  }
  return (a, b) => {
    const [s, t] = [triangleSurface[a]!, triangleSurface[b]!]
    if (s === t) return shareCorner(indices, a, b)
    return meeting.has(s < t ? `${s} ${t}` : `${t} ${s}`)
  }
}

/** Whether two triangles have a corner in common. */
function shareCorner(indices: ArrayLike<number>, a: number, b: number): boolean {
  for (let i = 3 * a; i < 3 * a + 3; i++)
    for (let j = 3 * b; j < 3 * b + 3; j++) if (indices[i] === indices[j]) return true
  return false
}
