import type { Vec2 } from '../geometry/vec'
import { type Arc, boxOf, gap2, type Line, radiusOf, type Segment, shareAt } from './segment'

const SLACK = 1e-9

/** Points two segments share, each as a point; overlapping runs give the ends of the overlap. */
export function meetings(s: Segment, t: Segment): Vec2[] {
  const [p, q] = [boxOf(s), boxOf(t)]
  const pad = 1e-7
  if (p[0] > q[2] + pad || q[0] > p[2] + pad || p[1] > q[3] + pad || q[1] > p[3] + pad) return []
  return carrierMeetings(s, t).filter((point) => holds(s, point) && holds(t, point))
}

/** Points that the whole lines and circles share which two segments are pieces of. */
export function carrierMeetings(s: Segment, t: Segment): Vec2[] {
  if (s.kind === 'line') return t.kind === 'line' ? lineLine(s, t) : lineCircle(s, t)
  return t.kind === 'line' ? lineCircle(t, s) : circleCircle(s, t)
}

function holds(s: Segment, p: Vec2): boolean {
  const t = shareAt(s, p)
  return (t >= -SLACK && t <= 1 + SLACK) || gap2(p, s.a) < 1e-7 || gap2(p, s.b) < 1e-7
}

function lineLine(s: Line, t: Line): Vec2[] {
  const [dx, dy] = [s.b[0] - s.a[0], s.b[1] - s.a[1]]
  const [ex, ey] = [t.b[0] - t.a[0], t.b[1] - t.a[1]]
  const det = dx * ey - dy * ex
  const [ls, lt] = [Math.hypot(dx, dy), Math.hypot(ex, ey)]
  if (Math.abs(det) < 1e-10 * ls * lt) {
    const off = Math.abs((t.a[0] - s.a[0]) * dy - (t.a[1] - s.a[1]) * dx) / (ls || 1)
    return off < 1e-7 ? [s.a, s.b, t.a, t.b] : []
  }
  const u = ((t.a[0] - s.a[0]) * ey - (t.a[1] - s.a[1]) * ex) / det
  return [[s.a[0] + u * dx, s.a[1] + u * dy]]
}

function lineCircle(s: Line, t: Arc): Vec2[] {
  const r = radiusOf(t)
  const l = gap2(s.a, s.b)
  if (l === 0) return []
  const [dx, dy] = [(s.b[0] - s.a[0]) / l, (s.b[1] - s.a[1]) / l]
  const along = (t.centre[0] - s.a[0]) * dx + (t.centre[1] - s.a[1]) * dy
  const foot: Vec2 = [s.a[0] + along * dx, s.a[1] + along * dy]
  const square = r * r - gap2(foot, t.centre) ** 2
  if (square < -1e-9 * r) return []
  const half = Math.sqrt(Math.max(0, square))
  return [
    [foot[0] - half * dx, foot[1] - half * dy],
    [foot[0] + half * dx, foot[1] + half * dy],
  ]
}

function circleCircle(s: Arc, t: Arc): Vec2[] {
  const [r, q] = [radiusOf(s), radiusOf(t)]
  const d = gap2(s.centre, t.centre)
  if (d < 1e-9) return Math.abs(r - q) < 1e-7 ? [s.a, s.b, t.a, t.b] : []
  const along = (d * d + r * r - q * q) / (2 * d)
  const square = r * r - along * along
  if (square < -1e-9 * r) return []
  const half = Math.sqrt(Math.max(0, square))
  const [ux, uy] = [(t.centre[0] - s.centre[0]) / d, (t.centre[1] - s.centre[1]) / d]
  const foot: Vec2 = [s.centre[0] + along * ux, s.centre[1] + along * uy]
  return [
    [foot[0] - half * uy, foot[1] + half * ux],
    [foot[0] + half * uy, foot[1] - half * ux],
  ]
}
