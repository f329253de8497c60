import type { Vec2 } from '../geometry/vec'
import { arc, gap2, line, type Loop, type Segment } from './segment'

/** Fewest chords that are taken for an arc. */
const FEWEST = 4
/** Widest turn between neighbouring chords of an arc, radians. */
const WIDEST = Math.PI / 5

/**
 * A closed polygon with its runs of even chords turned back into arcs.
 * @param tolerance largest distance of a vertex from its arc, mm
 */
export function polygonToLoop(points: readonly Vec2[], tolerance: number): Loop {
  const n = points.length
  if (n < FEWEST + 1) return points.map((p, i) => line(p, points[(i + 1) % n]!))
  const start = firstCorner(points)
  const at = (i: number): Vec2 => points[(start + i) % n]!
  const out: Segment[] = []
  let i = 0
  while (i < n) {
    const run = arcFrom(at, i, n, tolerance)
    if (run) {
      out.push(...run.arcs)
      i = run.end
    } else {
      out.push(line(at(i), at(i + 1)))
      i += 1
    }
  }
  return out
}

/**
 * A vertex that begins a new piece, so that no arc is cut in two by where the list happens to start:
 * where chords of the most different lengths meet.
 */
function firstCorner(points: readonly Vec2[]): number {
  const n = points.length
  const chord = (i: number) => gap2(points[(i + n) % n]!, points[(i + 1) % n]!)
  let best = 0
  let most = 1e-6
  for (let i = 0; i < n; i++) {
    const step = Math.abs(Math.log(chord(i) / chord(i - 1)))
    if (step > most + 1e-6) {
      most = step
      best = i
    }
  }
  return best
}

function turnAt(a: Vec2, b: Vec2, c: Vec2): number {
  const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]]
  return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)
}

/** The longest arc that begins at vertex i, cut in two where it comes near to a full turn. */
function arcFrom(at: (i: number) => Vec2, i: number, n: number, tolerance: number) {
  if (i + FEWEST > n) return undefined
  const circle = circleThrough(at(i), at(i + 2), at(i + FEWEST))
  if (!circle || circle.radius > 1e4) return undefined
  const ccw = turnAt(at(i), at(i + 1), at(i + 2)) > 0
  const chord = gap2(at(i), at(i + 1))
  let end = i + 1
  const fits = (k: number) => {
    const turn = turnAt(at(k - 2), at(k - 1), at(k))
    return (
      Math.abs(gap2(at(k), circle.centre) - circle.radius) < tolerance &&
      turn > 0 === ccw &&
      Math.abs(turn) < WIDEST &&
      Math.abs(gap2(at(k - 1), at(k)) - chord) < Math.max(4 * tolerance, chord * 0.35)
    )
  }
  if (Math.abs(gap2(at(end), circle.centre) - circle.radius) > tolerance) return undefined
  while (end < n && fits(end + 1)) end += 1
  if (end - i < FEWEST) return undefined
  const middle = Math.floor((i + end) / 2)
  const half = (from: number, to: number) => arc(at(from), at(to), circle.centre, ccw)
  const long = gap2(at(i), at(end)) < circle.radius * 1e-3 || end - i > 8 * FEWEST
  return { end, arcs: long ? [half(i, middle), half(middle, end)] : [half(i, end)] }
}

/** The circle through three points, or undefined where they lie on a line. */
export function circleThrough(a: Vec2, b: Vec2, c: Vec2): { centre: Vec2; radius: number } | undefined {
  const [bx, by, cx, cy] = [b[0] - a[0], b[1] - a[1], c[0] - a[0], c[1] - a[1]]
  const det = 2 * (bx * cy - by * cx)
  if (Math.abs(det) < 1e-12) return undefined
  const [bb, cc] = [bx * bx + by * by, cx * cx + cy * cy]
  const x = (cy * bb - by * cc) / det
  const y = (bx * cc - cx * bb) / det
  return { centre: [a[0] + x, a[1] + y], radius: Math.hypot(x, y) }
}
