import { add, cross, length, scale, sub, type Vec3 } from '../geometry/vec'
import { fitSurface } from './fit-surface'
import type { RecognisedFace } from './recognised-face'

/** Vertices may lie this far off the ideal surface, as a share of the face's size, and at least in mm. */
const SHARE = 2e-5
const LEAST = 2e-4

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
  return fitSurface({ facets, points, slack }) ?? { kind: 'free', area }
}

export interface Facet {
  normal: Vec3
  area: number
  middle: Vec3
}

export const vertex = (positions: ArrayLike<number>, i: number): Vec3 => [
  positions[3 * i]!,
  positions[3 * i + 1]!,
  positions[3 * i + 2]!,
]

export function readFacets(
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
  from: number,
  to: number,
): Facet[] {
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
  const low = [Infinity, Infinity, Infinity]
  const high = [-Infinity, -Infinity, -Infinity]
  for (const p of points)
    for (let k = 0; k < 3; k++) {
      low[k] = Math.min(low[k]!, p[k]!)
      high[k] = Math.max(high[k]!, p[k]!)
    }
  return Math.hypot(...high.map((h, k) => h - low[k]!))
}
