import { type Placement, translation, turnAboutLine } from './placement'
import { cross, length, scale, sub, type Vec3 } from './vec'

/**
 * How a thing comes from one end of its way to the other; `stands` is where on it it is now, from 0 to 1; less than 0 is
 * before its way.
 * A slide leads `by` (mm) from end to end; a turn `over` radians, anticlockwise seen against `axis` (length 1).
 */
export type Travel =
  { kind: 'slide'; by: Vec3; stands: number } | { kind: 'turn'; point: Vec3; axis: Vec3; over: number; stands: number }

/** What takes a thing from where it stands to another place on its way. @param share from 0 to 1 */
export function poseAt(travel: Travel, share: number): Placement {
  const on = share - travel.stands
  if (travel.kind === 'slide') return translation(scale(travel.by, on))
  const { point, axis, over } = travel
  return turnAboutLine(point, axis, over * on)
}

/** No point of a thing comes further than this on its whole way, mm. */
export function longestWay(travel: Travel, positions: ArrayLike<number>): number {
  if (travel.kind === 'slide') return length(travel.by)
  let most = 0
  for (let i = 0; i < positions.length; i += 3) {
    const from: Vec3 = sub([positions[i]!, positions[i + 1]!, positions[i + 2]!], travel.point)
    most = Math.max(most, length(cross(travel.axis, from)))
  }
  return most * Math.abs(travel.over)
}
