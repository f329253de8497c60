import type { Vec2, Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { arc, type Segment } from '../profile/segment'

/** Directions this alike are one (sine of the angle between them). */
export const ALONG = 1e-6

/** True of what is round about an axis that stands square to a plane. @param axis in the plane's own frame */
export const isUpright = (shape: SurfaceShape, axis: Vec3): boolean =>
  (shape.kind === 'cylinder' || shape.kind === 'cone' || shape.kind === 'torus') && Math.hypot(axis[0], axis[1]) < ALONG

/** Points between the corners of the mesh lie on chords; all are put onto the circle that its corners lie on. */
export function ontoCircle(run: readonly Vec2[], [x, y]: Vec2): Vec2[] {
  const far = run.map((p) => Math.hypot(p[0] - x, p[1] - y))
  const radius = Math.max(...far)
  return run.map((p, i) => [x + ((p[0] - x) * radius) / (far[i]! || 1), y + ((p[1] - y) * radius) / (far[i]! || 1)])
}

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
