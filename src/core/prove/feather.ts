import { add, cross, dot, length, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import { doubledNormal } from '../mesh/doubled-normal'
import { cornerAcross, oppositeSides } from '../mesh/half-edges'

/** Edges with less material between their faces run out to nothing, degrees. */
export const SHARP = 30
/** Faces that reach back from the edge by less than this are folds of the kernel's own figures, mm. */
const FOLD = 0.05
/** Shorter runs are none, mm. */
const SHORT = 1

/** Edges that run out to nothing, by the two surfaces they lie between. Lengths mm. */
export interface FeatherEdge {
  surfaces: readonly [number, number]
  length: number
  place: Vec3
}

export function featherEdges({ positions, indices, triangleSurface }: TaggedMesh): FeatherEdge[] {
  const found = new Map<string, FeatherEdge>()
  const normals = Array.from({ length: indices.length / 3 }, (_, t) => normalOf(positions, indices, t))
  for (const [side, other] of oppositeSides(indices).entries()) {
    if (other < side) continue
    const [t, u] = [Math.floor(side / 3), Math.floor(other / 3)]
    const [n, m] = [normals[t], normals[u]]
    if (!n || !m || dot(n, m) > -Math.cos((SHARP * Math.PI) / 180)) continue
    const [a, b] = [placeAt(positions, indices[side]!), placeAt(positions, indices[other]!)]
    const [own, across] = [side, other].map((s) => placeAt(positions, cornerAcross(indices, s))) as [Vec3, Vec3]
    if (awayFromLine(own, a, b) < FOLD || awayFromLine(across, a, b) < FOLD) continue
    // In front of the other face it is a slit, not an edge.
    if (dot(sub(across, a), n) > -1e-6) continue
    const [s, r] = [triangleSurface[t]!, triangleSurface[u]!]
    const surfaces = s < r ? ([s, r] as const) : ([r, s] as const)
    const long = length(sub(b, a))
    const known = found.get(surfaces.join())
    if (known) known.length += long
    else found.set(surfaces.join(), { surfaces, length: long, place: scale(add(a, b), 0.5) }) // prettier-ignore
  }
  return [...found.values()].filter((e) => e.length >= SHORT).sort((a, b) => b.length - a.length)
}

const awayFromLine = (p: Vec3, a: Vec3, b: Vec3): number =>
  length(cross(sub(p, a), sub(b, a))) / (length(sub(b, a)) || 1)

/** Nothing of a triangle without an area. */
function normalOf(positions: ArrayLike<number>, indices: ArrayLike<number>, t: number): Vec3 | undefined {
  const normal = doubledNormal(positions, indices, t)
  const long = length(normal)
  return long < 1e-9 ? undefined : scale(normal, 1 / long)
}
