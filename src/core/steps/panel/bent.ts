import type { Vec2, Vec3 } from '../../geometry/vec'
import { add, cross, dot, normalize, scale, sub } from '../../geometry/vec'
import type { Kernel, Solid } from '../../kernel/kernel'
import type { SurfaceTag } from '../../kernel/surface'
import { expectOk, raise } from '../../result'
import { type Corners, filled } from '../../patch/sheet'

/**
 * The height at a place inside a closed polygon by mean value coordinates: as given on its edge, linear where that is
 * (M. Floater, Mean value coordinates, 2003; K. Hormann and M. Floater, 2006, for places on the edge).
 */
export function heightAt(outline: readonly Vec2[], heights: readonly number[], [x, y]: Vec2): number {
  const n = outline.length
  const d = outline.map(([u, v]): Vec2 => [u - x, v - y])
  const r = d.map(([u, v]) => Math.hypot(u, v))
  let [sum, total] = [0, 0]
  const half = Array<number>(n)
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n
    if (r[i]! < 1e-9) return heights[i]!
    const area = d[i]![0] * d[j]![1] - d[i]![1] * d[j]![0]
    const along = d[i]![0] * d[j]![0] + d[i]![1] * d[j]![1]
    if (Math.abs(area) < 1e-12 * (r[i]! * r[j]! + 1e-12) && along < 0)
      return (r[j]! * heights[i]! + r[i]! * heights[j]!) / (r[i]! + r[j]!)
    half[i] = (r[i]! * r[j]! - along) / area || 0
  }
  for (let i = 0; i < n; i++) {
    const weight = (half[(i + n - 1) % n]! + half[i]!) / r[i]!
    sum += weight
    total += weight * heights[i]!
  }
  return total / sum
}

/** How a panel lies to its run: from so far below it to so far above, square to it, mm. */
type Span = readonly [number, number]

/**
 * A panel of one thickness over a run that is not flat, in the frame of the run's plane.
 * @param outline what it covers, @param rim the run that says how high it is there
 * Errors: bent (too sharply for its thickness)
 */
export function bentPanel(
  kernel: Kernel,
  outline: readonly Vec2[],
  rim: { outline: readonly Vec2[]; heights: readonly number[] },
  { span, longest, step }: { span: Span; longest: number; step: string },
): Solid {
  const { points, triangles } = filled(outline, longest)
  const surface = points.map((p): Vec3 => [p[0], p[1], heightAt(rim.outline, rim.heights, p)])
  const normals = normalsOf(surface, triangles)
  const levels = span.map((by) => surface.map((p, i) => add(p, scale(normals[i]!, by))))
  for (const level of levels)
    if (triangles.some((t) => dot(acrossOf(level, t), acrossOf(surface, t)) <= 0))
      return raise('bent', 'The run bends too sharply for a panel of that thickness; a thinner one would do.', 'thick')
  const [low, high] = levels as [Vec3[], Vec3[]]
  const n = points.length
  const rimEdges = edgesOf(triangles)
  const corners = [
    ...triangles.flatMap(([a, b, c]) => [a, c, b]),
    ...triangles.flatMap(([a, b, c]) => [a + n, b + n, c + n]),
    ...rimEdges.flatMap(([a, b]) => [a, b, b + n, a, b + n, a + n]),
  ]
  const faces = [...triangles.map(() => 0), ...triangles.map(() => 1), ...rimEdges.flatMap(() => [2, 2])]
  const tags = ['near', 'far', 'side'].map((role): SurfaceTag => ({ step, role, shape: { kind: 'free' } }))
  return expectOk(kernel.fromFaces([...low, ...high].flat(), corners, faces, tags))
}

const acrossOf = (at: readonly Vec3[], [a, b, c]: Corners): Vec3 => cross(sub(at[b]!, at[a]!), sub(at[c]!, at[a]!)) // prettier-ignore

function normalsOf(at: readonly Vec3[], triangles: readonly Corners[]): Vec3[] {
  const out = at.map((): Vec3 => [0, 0, 0])
  for (const t of triangles) {
    const across = acrossOf(at, t)
    for (const v of t) out[v] = add(out[v]!, across)
  }
  return out.map(normalize)
}

/** The edges that only one triangle has, as that one runs along them. */
function edgesOf(triangles: readonly Corners[]): [number, number][] {
  const all = new Map<string, [number, number]>()
  for (const [a, b, c] of triangles)
    for (const [p, q] of [[a, b], [b, c], [c, a]] as const) if (!all.delete(`${q} ${p}`)) all.set(`${p} ${q}`, [p, q]) // prettier-ignore
  return [...all.values()]
}
