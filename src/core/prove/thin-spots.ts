import type { Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import { oppositeSides } from '../mesh/half-edges'
import { type FacingPair, facingPairs, leastOf } from './facing-pairs'

/** Sides that lie in front of each other over less than this are a corner, not a wall or a slit, mm2. */
const LEAST_AREA = { material: 0.05, air: 1 } as const

/** Where two surfaces have little material, or air, between them. Lengths mm. */
export interface NarrowSpot {
  /** Both surfaces, by their place in the mesh; the lower number first. */
  surfaces: readonly [number, number]
  apart: number
  place: Vec3
  /** Over how much of them it is less than the limit, mm2. */
  area: number
}

/** All pairs of surfaces with less than `limit` of material between them; what meets in a corner is an edge, not a wall. */
export function thinSpots(mesh: TaggedMesh, limit: number): NarrowSpot[] {
  const spots = new Spots(mesh, limit, 'material')
  facingPairs(mesh, limit, 'material', (pair) => !shareCorner(mesh.indices, pair.triangles) && spots.note(pair))
  return spots.found()
}

/** Gathers pairs of triangles by the surfaces that they are of. */
export class Spots {
  private readonly spots = new Map<string, NarrowSpot>()

  constructor(
    private readonly mesh: TaggedMesh,
    private readonly limit: number,
    private readonly between: 'material' | 'air',
  ) {}

  note(pair: FacingPair): void {
    const least = leastOf(pair)
    if (!least || least.apart >= this.limit) return
    const [s, t] = pair.triangles.map((k) => this.mesh.triangleSurface[k]!) as [number, number]
    const surfaces = s < t ? ([s, t] as const) : ([t, s] as const)
    const known = this.spots.get(surfaces.join())
    if (!known) return void this.spots.set(surfaces.join(), { surfaces, ...least, area: pair.area })
    known.area += pair.area
    if (least.apart < known.apart) Object.assign(known, least)
  }

  found(): NarrowSpot[] {
    return [...this.spots.values()].filter((s) => s.area >= LEAST_AREA[this.between])
  }
}

/** Says of two triangles whether their surfaces meet in an edge, or they are of one surface and share a corner. */
export function meetings({ indices, triangleSurface }: TaggedMesh): (s: number, t: number) => boolean {
  const meeting = new Set<string>()
  for (const [side, other] of oppositeSides(indices).entries()) {
    const [s, t] = [triangleSurface[Math.floor(side / 3)]!, other < 0 ? -1 : triangleSurface[Math.floor(other / 3)]!]
    if (t >= 0 && s < t) meeting.add(`${s} ${t}`)
  }
  return (a, b) => {
    const [s, t] = [triangleSurface[a]!, triangleSurface[b]!]
    if (s === t) return shareCorner(indices, [a, b])
    return meeting.has(s < t ? `${s} ${t}` : `${t} ${s}`)
  }
}

/** Whether two triangles have a corner in common. */
export function shareCorner(indices: ArrayLike<number>, [a, b]: readonly [number, number]): boolean {
  for (let i = 3 * a; i < 3 * a + 3; i++)
    for (let j = 3 * b; j < 3 * b + 3; j++) if (indices[i] === indices[j]) return true
  return false
}
