import { add, anySquareTo, cross, dot, length, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { fitCircle } from './circle-fit'
import { symmetricEigen } from './eigen'

/** What a face's triangles stand for. Lengths in mm. */
export type RecognisedFace =
  | { kind: 'plane'; normal: Vec3; point: Vec3; area: number }
  /** `hole`: the material is outside the radius. */
  | { kind: 'cylinder'; axis: Vec3; point: Vec3; radius: number; hole: boolean; area: number }
  | { kind: 'free'; area: number }

/** Vertices may lie this far off the ideal surface, as a share of the face's size, and at least in mm. */
const SHARE = 2e-5
const LEAST = 2e-4
/** Facets of a cylinder may lean this far from its axis (sine). */
const LEAN = 0.02

/**
 * Recognises a face from triangles `from` to `to` - 1 of a mesh (vertices lie on the true surface).
 */
export function recogniseFace(
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
  from: number,
  to: number,
): RecognisedFace {
  const facets = readFacets(positions, indices, from, to)
  const area = facets.reduce((sum, f) => sum + f.area, 0)
  const points = vertices(positions, indices, from, to)
  if (area === 0 || points.length === 0) return { kind: 'free', area }
  const slack = Math.max(LEAST, SHARE * extent(points))
  return plane(facets, points, area, slack) ?? cylinder(facets, points, area, slack) ?? { kind: 'free', area }
}

interface Facet {
  normal: Vec3
  area: number
  middle: Vec3
}

const vertex = (positions: ArrayLike<number>, i: number): Vec3 => [
  positions[3 * i]!,
  positions[3 * i + 1]!,
  positions[3 * i + 2]!,
]

function readFacets(positions: ArrayLike<number>, indices: ArrayLike<number>, from: number, to: number): Facet[] {
  const out: Facet[] = []
  for (let t = from; t < to; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => vertex(positions, indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    const n = cross(sub(b, a), sub(c, a))
    const twice = length(n)
    if (twice < 1e-12) continue
    out.push({ normal: scale(n, 1 / twice), area: twice / 2, middle: scale(add(add(a, b), c), 1 / 3) })
  }
  return out
}

function vertices(positions: ArrayLike<number>, indices: ArrayLike<number>, from: number, to: number): Vec3[] {
  const seen = new Set<number>()
  for (let i = 3 * from; i < 3 * to; i++) seen.add(indices[i]!)
  return [...seen].map((i) => vertex(positions, i))
}

function extent(points: readonly Vec3[]): number {
  const low = [0, 1, 2].map((k) => Math.min(...points.map((p) => p[k]!)))
  const high = [0, 1, 2].map((k) => Math.max(...points.map((p) => p[k]!)))
  return Math.hypot(...high.map((h, k) => h - low[k]!))
}

function plane(
  facets: readonly Facet[],
  points: readonly Vec3[],
  area: number,
  slack: number,
): RecognisedFace | undefined {
  const normal = normalize(facets.reduce((sum: Vec3, f) => add(sum, scale(f.normal, f.area)), [0, 0, 0]))
  if (length(normal) === 0) return undefined
  const offset = points.reduce((sum, p) => sum + dot(p, normal), 0) / points.length
  if (points.some((p) => Math.abs(dot(p, normal) - offset) > slack)) return undefined
  return { kind: 'plane', normal, point: scale(normal, offset), area }
}

function cylinder(
  facets: readonly Facet[],
  points: readonly Vec3[],
  area: number,
  slack: number,
): RecognisedFace | undefined {
  const m = [0, 0, 0, 0, 0, 0]
  for (const { normal: n, area: w } of facets) {
    m[0]! += w * n[0] * n[0]
    m[1]! += w * n[0] * n[1]
    m[2]! += w * n[0] * n[2]
    m[3]! += w * n[1] * n[1]
    m[4]! += w * n[1] * n[2]
    m[5]! += w * n[2] * n[2]
  }
  const axis = symmetricEigen(m).vectors[0]
  if (facets.some((f) => Math.abs(dot(f.normal, axis)) > LEAN)) return undefined
  const x = anySquareTo(axis)
  const y = cross(axis, x)
  const flat = points.map((p): Vec2 => [dot(p, x), dot(p, y)])
  const circle = fitCircle(flat)
  if (!circle || circle.error > slack + circle.radius * 1e-4) return undefined
  const point = add(scale(x, circle.centre[0]), scale(y, circle.centre[1]))
  const outward = facets.reduce((sum, f) => sum + f.area * dot(f.normal, sub(f.middle, point)), 0)
  return { kind: 'cylinder', axis, point, radius: circle.radius, hole: outward < 0, area }
}

/** Counts faces by what they were recognised as. */
export function countKinds(faces: readonly RecognisedFace[]): Record<RecognisedFace['kind'], number> {
  const counts = { plane: 0, cylinder: 0, free: 0 }
  for (const f of faces) counts[f.kind] += 1
  return counts
}
