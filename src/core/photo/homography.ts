import { solve } from '../geometry/solve'
import type { Vec2 } from '../geometry/vec'

/** A map between planes that keeps straight lines: nine numbers, row by row. */
export type Homography = readonly number[]

export function mapPoint(h: Homography, [x, y]: Vec2): Vec2 {
  const w = h[6]! * x + h[7]! * y + h[8]!
  return [(h[0]! * x + h[1]! * y + h[2]!) / w, (h[3]! * x + h[4]! * y + h[5]!) / w]
}

/** First `b`, then `a`. */
export const chainMaps = (a: Homography, b: Homography): Homography =>
  [0, 1, 2].flatMap((i) => [0, 1, 2].map((j) => [0, 1, 2].reduce((s, k) => s + a[3 * i + k]! * b[3 * k + j]!, 0)))

export function inverseMap([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  const adjugate = [
    e! * i! - f! * h!, c! * h! - b! * i!, b! * f! - c! * e!,
    f! * g! - d! * i!, a! * i! - c! * g!, c! * d! - a! * f!,
    d! * h! - e! * g!, b! * g! - a! * h!, a! * e! - b! * d!,
  ] // prettier-ignore
  const determinant = a! * adjugate[0]! + b! * adjugate[3]! + c! * adjugate[6]!
  return adjugate.map((v) => v / determinant)
}

/** Takes points to about the unit square, so that the equations are of one size. */
function evened(points: readonly Vec2[]): Homography {
  const mx = points.reduce((s, p) => s + p[0], 0) / points.length
  const my = points.reduce((s, p) => s + p[1], 0) / points.length
  const far = Math.max(...points.map((p) => Math.hypot(p[0] - mx, p[1] - my))) || 1
  return [1 / far, 0, -mx / far, 0, 1 / far, -my / far, 0, 0, 1]
}

/**
 * The map that takes four points to four others (direct linear transformation: two equations a pair, the last number 1).
 * Undefined where three of them lie on a line.
 */
export function mapOfFour(from: readonly Vec2[], to: readonly Vec2[]): Homography | undefined {
  const [near, far] = [evened(from), evened(to)]
  const rows: number[][] = []
  const values: number[] = []
  for (let k = 0; k < 4; k++) {
    const [x, y] = mapPoint(near, from[k]!)
    const [u, v] = mapPoint(far, to[k]!)
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y])
    values.push(u, v)
  }
  const found = solve(rows, values)
  return found && chainMaps(inverseMap(far), chainMaps([...found, 1], near))
}
