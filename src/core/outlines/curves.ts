import type { Vec2 } from '../geometry/vec'
import { arc, gap2, line, type Segment } from '../profile/segment'

/** A flat map: x' = a x + c y + e, y' = b x + d y + f. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]
export const STILL: Affine = [1, 0, 0, 1, 0, 0]

export const through = (m: Affine, p: Vec2): Vec2 => [
  m[0] * p[0] + m[2] * p[1] + m[4],
  m[1] * p[0] + m[3] * p[1] + m[5],
]

/** First `n`, then `m`. */
export const after = (m: Affine, n: Affine): Affine => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
]

const determinant = (m: Affine): number => m[0] * m[3] - m[1] * m[2]

/** True for moves, turns, mirrors and even scalings: circles stay circles. */
function keepsCircles(m: Affine): boolean {
  const [x, y] = [Math.hypot(m[0], m[1]), Math.hypot(m[2], m[3])]
  return Math.abs(x - y) < 1e-7 * (x + y) && Math.abs(m[0] * m[2] + m[1] * m[3]) < 1e-7 * x * y
}

/** Chords for a full turn where an arc cannot stay one, and for each piece of a curve. */
const CHORDS = 180
const PIECES = 48

const polyline = (points: readonly Vec2[]): Segment[] =>
  points.slice(1).flatMap((p, i) => (gap2(points[i]!, p) > 0 ? [line(points[i]!, p)] : []))

export const straight = (m: Affine, a: Vec2, b: Vec2): Segment[] => polyline([through(m, a), through(m, b)])

/** Part of an ellipse about a middle, from one parameter to another (more is anticlockwise before the map); a circle stays arcs. */
export function ellipseArc(
  m: Affine,
  centre: Vec2,
  rx: number,
  ry: number,
  tilt: number,
  from: number,
  to: number,
): Segment[] {
  const [c, s] = [Math.cos(tilt), Math.sin(tilt)]
  // More than once round is once round.
  if (Math.abs(to - from) > 2 * Math.PI) to = from + Math.sign(to - from) * 2 * Math.PI
  const at = (t: number): Vec2 => {
    const [x, y] = [rx * Math.cos(t), ry * Math.sin(t)]
    return through(m, [centre[0] + c * x - s * y, centre[1] + s * x + c * y])
  }
  const round = Math.abs(rx - ry) < 1e-9 * (rx + ry) && keepsCircles(m)
  if (!round) {
    const n = Math.max(2, Math.ceil((Math.abs(to - from) / (2 * Math.PI)) * CHORDS))
    return polyline(Array.from({ length: n + 1 }, (_, i) => at(from + ((to - from) * i) / n)))
  }
  const ccw = to > from === determinant(m) > 0
  const middle = through(m, centre)
  // Two halves, so that no arc is a full turn.
  const half = (from + to) / 2
  return [arc(at(from), at(half), middle, ccw), arc(at(half), at(to), middle, ccw)]
}

/** A Bezier curve of any degree. */
export function bezier(m: Affine, points: readonly Vec2[]): Segment[] {
  const at = (t: number): Vec2 => {
    let list = points
    while (list.length > 1)
      list = list
        .slice(1)
        .map((p, i): Vec2 => [list[i]![0] + t * (p[0] - list[i]![0]), list[i]![1] + t * (p[1] - list[i]![1])])
    return through(m, list[0]!)
  }
  return polyline(Array.from({ length: PIECES + 1 }, (_, i) => at(i / PIECES)))
}

/** The last knot from `low` to `high` that is not beyond t. */
function spanAt(knots: readonly number[], low: number, high: number, t: number): number {
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (t >= knots[middle]!) low = middle
    else high = middle - 1
  }
  return low
}

/** A rational B-spline, worked out by de Boor's rule. */
export function bSpline(
  m: Affine,
  degree: number,
  knots: readonly number[],
  points: readonly Vec2[],
  weights: readonly number[],
): Segment[] {
  const [low, high] = [knots[degree]!, knots[points.length]!]
  const spans = new Set(knots.slice(degree, points.length + 1)).size
  const n = Math.max(8, (spans - 1) * 24)
  const at = (t: number): Vec2 => {
    const k = spanAt(knots, degree, points.length - 1, t)
    const d = Array.from({ length: degree + 1 }, (_, j) => {
      const w = weights[k - degree + j] ?? 1
      const p = points[k - degree + j]!
      return [p[0] * w, p[1] * w, w]
    })
    for (let r = 1; r <= degree; r++)
      for (let j = degree; j >= r; j--) {
        const i = j + k - degree
        const span = knots[i + degree - r + 1]! - knots[i]!
        const a = span === 0 ? 0 : (t - knots[i]!) / span
        d[j] = d[j]!.map((v, c) => (1 - a) * d[j - 1]![c]! + a * v)
      }
    const [x, y, w] = d[degree]!
    return through(m, [x! / w!, y! / w!])
  }
  return polyline(Array.from({ length: n + 1 }, (_, i) => at(low + ((high - low) * i) / n)))
}
