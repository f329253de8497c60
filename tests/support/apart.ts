/**
 * How far two bodies are from each other, by a way of its own: corners of each against all triangles of the other that are
 * near. For faces that run alongside each other that is their distance; nothing of the product is used.
 */
type Point = readonly [number, number, number]
type Triangle = readonly [Point, Point, Point]

const minus = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const times = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

/** From a point to a piece of a straight line. */
function toSpan(p: Point, a: Point, b: Point): number {
  const [ab, ap] = [minus(b, a), minus(p, a)]
  const t = Math.max(0, Math.min(1, times(ap, ab) / (times(ab, ab) || 1)))
  return Math.hypot(ap[0] - t * ab[0], ap[1] - t * ab[1], ap[2] - t * ab[2])
}

/** From a point to a triangle: its plane if the foot lies inside, else its nearest side. */
export function toTriangle(p: Point, [a, b, c]: Triangle): number {
  const [u, v, w] = [minus(b, a), minus(c, a), minus(p, a)]
  const [uu, uv, vv, wu, wv] = [times(u, u), times(u, v), times(v, v), times(w, u), times(w, v)]
  const d = uv * uv - uu * vv
  const [s, t] = [(uv * wv - vv * wu) / d, (uv * wu - uu * wv) / d]
  if (d !== 0 && s >= 0 && t >= 0 && s + t <= 1) return Math.hypot(w[0] - s * u[0] - t * v[0], w[1] - s * u[1] - t * v[1], w[2] - s * u[2] - t * v[2]) // prettier-ignore
  return Math.min(toSpan(p, a, b), toSpan(p, b, c), toSpan(p, c, a))
}

/** Triangles of positions packed nine by nine. */
const trianglesOf = (soup: ArrayLike<number>): Triangle[] => Array.from({ length: soup.length / 9 }, (_, t) => [0, 3, 6].map((k) => [soup[9 * t + k]!, soup[9 * t + k + 1]!, soup[9 * t + k + 2]!]) as unknown as Triangle) // prettier-ignore

/** @param within farther than this is not looked for, mm */
export function apart(a: ArrayLike<number>, b: ArrayLike<number>, within: number): number {
  const [of, to] = [trianglesOf(a), trianglesOf(b)]
  return Math.min(oneWay(of, to, within), oneWay(to, of, within))
}

function oneWay(from: readonly Triangle[], to: readonly Triangle[], within: number): number {
  const boxes = to.map((t) => [0, 1, 2].flatMap((k) => [Math.min(...t.map((p) => p[k]!)), Math.max(...t.map((p) => p[k]!))])) // prettier-ignore
  const corners = new Map(from.flat().map((p) => [p.join(' '), p]))
  let least = within
  for (const p of corners.values())
    for (const [i, box] of boxes.entries()) {
      if ([0, 1, 2].some((k) => p[k]! < box[2 * k]! - least || p[k]! > box[2 * k + 1]! + least)) continue
      least = Math.min(least, toTriangle(p, to[i]!))
    }
  return least
}
