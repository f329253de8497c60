import type { Vec2 } from '../geometry/vec'

export interface FittedCircle {
  centre: Vec2
  radius: number
  /** Largest distance of a point from the circle, mm. */
  error: number
}

/**
 * The circle nearest to points in the least-squares sense (algebraic fit by Kåsa, about the points'
 * middle for the sake of digits). Undefined for fewer than three points or points on a line.
 */
export function fitCircle(points: readonly Vec2[]): FittedCircle | undefined {
  const n = points.length
  if (n < 3) return undefined
  const mx = points.reduce((s, p) => s + p[0], 0) / n
  const my = points.reduce((s, p) => s + p[1], 0) / n
  let [uu, uv, vv, uuu, vvv, uvv, vuu] = [0, 0, 0, 0, 0, 0, 0]
  for (const [x, y] of points) {
    const [u, v] = [x - mx, y - my]
    uu += u * u
    uv += u * v
    vv += v * v
    uuu += u * u * u
    vvv += v * v * v
    uvv += u * v * v
    vuu += v * u * u
  }
  const det = uu * vv - uv * uv
  if (det < 1e-12 * (uu + vv) ** 2) return undefined
  const [p, q] = [(uuu + uvv) / 2, (vvv + vuu) / 2]
  const cu = (p * vv - q * uv) / det
  const cv = (q * uu - p * uv) / det
  const radius = Math.sqrt(cu * cu + cv * cv + (uu + vv) / n)
  const centre: Vec2 = [cu + mx, cv + my]
  const error = Math.max(...points.map((s) => Math.abs(Math.hypot(s[0] - centre[0], s[1] - centre[1]) - radius)))
  return { centre, radius, error }
}
