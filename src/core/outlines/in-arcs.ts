import type { Vec2 } from '../geometry/vec'
import { gap2, line, radiusOf, type Segment } from '../profile/segment'
import { through, type Affine } from './curves'
import { arcThrough } from './simplify'

/** Arcs stay this near to a curve, mm. */
const NEAR = 0.001
/** Halved no more often than this. */
const DEEPEST = 9
const LOOKS = [0.125, 0.25, 0.375, 0.625, 0.75, 0.875]
/** Flatter than this an arc is a line, mm. */
const FLATTEST = 1e5

/** A curve of second or third degree by its points, as arcs and lines that stay within 0.001 mm of it. */
export function curveInArcs(m: Affine, points: readonly Vec2[]): Segment[] {
  const at = (t: number): Vec2 => {
    const u = 1 - t
    const weights = points.length === 3 ? [u * u, 2 * u * t, t * t] : [u ** 3, 3 * u * u * t, 3 * u * t * t, t ** 3]
    return through(m, [
      weights.reduce((sum, w, i) => sum + w * points[i]![0], 0),
      weights.reduce((sum, w, i) => sum + w * points[i]![1], 0),
    ])
  }
  return inArcs(at, 0, 0.5, 0).concat(inArcs(at, 0.5, 1, 0))
}

function inArcs(at: (t: number) => Vec2, from: number, to: number, depth: number): Segment[] {
  const [a, via, b] = [at(from), at((from + to) / 2), at(to)]
  if (gap2(a, b) < 1e-7 && gap2(a, via) < 1e-7) return []
  const found = arcThrough(a, via, b)
  const round = found?.kind === 'arc' && radiusOf(found) < FLATTEST ? found : undefined
  const off = (p: Vec2): number => {
    if (round) return Math.abs(gap2(p, round.centre) - radiusOf(round))
    return Math.abs((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) / (gap2(a, b) || 1)
  }
  if (depth >= DEEPEST || LOOKS.every((s) => off(at(from + s * (to - from))) <= NEAR)) return [round ?? line(a, b)]
  const middle = (from + to) / 2
  return [...inArcs(at, from, middle, depth + 1), ...inArcs(at, middle, to, depth + 1)]
}
