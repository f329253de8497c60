import type { Vec2 } from '../geometry/vec'
import { arc, type Segment } from '../profile/segment'

/** Directions this alike are one (sine of the angle between them). */
export const ALONG = 1e-6

/** Arcs about a centre through points of one circle: one, or two that close it. */
export function arcsAbout(points: readonly Vec2[], closed: boolean, centre: Vec2): Segment[] {
  const turned = points.slice(1).reduce((sum, p, i) => {
    const q = points[i]!
    return sum + (q[0] - centre[0]) * (p[1] - centre[1]) - (q[1] - centre[1]) * (p[0] - centre[0])
  }, 0)
  const ccw = turned > 0
  // Ends lie on the circle itself, which chords of any tolerance begin and end on.
  if (!closed) return [arc(points[0]!, points.at(-1)!, centre, ccw)]
  const half = points[Math.floor(points.length / 2)]!
  return [arc(points[0]!, half, centre, ccw), arc(half, points[0]!, centre, ccw)]
}
