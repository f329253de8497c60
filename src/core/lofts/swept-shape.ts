import { apply, type Placement, turn } from '../geometry/placement'
import { add, cross, normalize, scale, type Vec2, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { directionAt, pointAt, radiusOf, type Segment } from '../profile/segment'

/**
 * What a piece of a section leaves behind on its way along a piece of a path, square to it.
 * @param frame of the path; its up is the section's
 */
export function sweptShape(own: Segment, way: Segment, frame: Placement): SurfaceShape {
  const up = turn(frame, [0, 0, 1])
  const [x, y] = directionAt(way, 0)
  const along = turn(frame, [x, y, 0])
  const aside = cross(along, up)
  const start = apply(frame, [...pointAt(way, 0), 0])
  const place = ([u, v]: Vec2): Vec3 => add(start, add(scale(aside, u), scale(up, v)))
  if (way.kind === 'line') {
    if (own.kind === 'arc') return { kind: 'cylinder', axis: along, point: place(own.centre), radius: radiusOf(own), hole: !own.ccw } // prettier-ignore
    const [dx, dy] = directionAt(own, 0)
    return { kind: 'plane', normal: normalize(cross(add(scale(aside, dx), scale(up, dy)), along)), point: place(own.a) }
  }
  const centre = apply(frame, [way.centre[0], way.centre[1], 0])
  // To the right of an arc that goes anticlockwise is away from its middle.
  const far = (u: number) => radiusOf(way) + (way.ccw ? u : -u)
  if (own.kind === 'arc') {
    const radius = far(own.centre[0])
    return radius > 1e-6 ? { kind: 'torus', axis: up, point: add(centre, scale(up, own.centre[1])), radius, tube: radiusOf(own) } : { kind: 'free' } // prettier-ignore
  }
  const [a, b] = [own.a, own.b].sort((p, q) => p[1] - q[1]) as [Vec2, Vec2]
  if (b[1] - a[1] < 1e-9) return { kind: 'plane', normal: up, point: add(centre, scale(up, a[1])) }
  const [low, high] = [far(a[0]), far(b[0])]
  const foot = add(centre, scale(up, a[1]))
  if (Math.abs(high - low) < 1e-9) return { kind: 'cylinder', axis: up, point: foot, radius: low, hole: false }
  return { kind: 'cone', axis: up, point: foot, radius: low, halfAngle: Math.atan2(high - low, b[1] - a[1]) }
}
