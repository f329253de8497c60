import { cross, length, placeAt, sub, type Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
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
  const found = new Map<string, { surfaces: readonly [number, number]; length: number; place: Vec3 }>()
  const normals = Array.from({ length: indices.length / 3 }, (_, t) => normalOf(positions, indices, t))
  for (const [side, other] of oppositeSides(indices).entries()) {
    if (other < side) continue
    const [t, u] = [Math.floor(side / 3), Math.floor(other / 3)]
    const [n, m] = [normals[t], normals[u]]
    if (!n || !m || n[0] * m[0] + n[1] * m[1] + n[2] * m[2] > -Math.cos((SHARP * Math.PI) / 180)) continue
    const back = (corner: number) => awayFromLine(placeAt(positions, corner), placeAt(positions, indices[side]!), placeAt(positions, indices[other]!)) // prettier-ignore
    if (back(cornerAcross(indices, side)) < FOLD || back(cornerAcross(indices, other)) < FOLD) continue
    const across = placeAt(positions, cornerAcross(indices, other))
    const [a, b] = [placeAt(positions, indices[side]!), placeAt(positions, indices[other]!)]
    // In front of the other face it is a slit, not an edge.
    if ((across[0] - a[0]) * n[0] + (across[1] - a[1]) * n[1] + (across[2] - a[2]) * n[2] > -1e-6) continue
    const [s, r] = [triangleSurface[t]!, triangleSurface[u]!]
    const surfaces = s < r ? ([s, r] as const) : ([r, s] as const)
    const long = Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2])
    const known = found.get(surfaces.join())
    if (known) known.length += long
    else found.set(surfaces.join(), { surfaces, length: long, place: [0, 1, 2].map((k) => (a[k]! + b[k]!) / 2) as unknown as Vec3 }) // prettier-ignore
  }
  return [...found.values()].filter((e) => e.length >= SHORT).sort((a, b) => b.length - a.length)
}

const awayFromLine = (p: Vec3, a: Vec3, b: Vec3): number =>
  length(cross(sub(p, a), sub(b, a))) / (length(sub(b, a)) || 1)

/** Nothing of a triangle without an area. */
function normalOf(p: ArrayLike<number>, indices: ArrayLike<number>, t: number): Vec3 | undefined {
  const [i, j, k] = [3 * indices[3 * t]!, 3 * indices[3 * t + 1]!, 3 * indices[3 * t + 2]!]
  const [ux, uy, uz] = [p[j]! - p[i]!, p[j + 1]! - p[i + 1]!, p[j + 2]! - p[i + 2]!]
  const [vx, vy, vz] = [p[k]! - p[i]!, p[k + 1]! - p[i + 1]!, p[k + 2]! - p[i + 2]!]
  const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
  const long = Math.hypot(x, y, z)
  return long < 1e-9 ? undefined : [x / long, y / long, z / long]
}
