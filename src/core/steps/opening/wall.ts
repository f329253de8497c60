import type { Vec2 } from '../../geometry/vec'
import { meetings } from '../../profile/intersect'
import { line, type Profile } from '../../profile/segment'
import type { Side } from '../../references/board'

export const DIRECTIONS: Readonly<Record<Side, Vec2>> = { front: [0, -1], back: [0, 1], left: [-1, 0], right: [1, 0] }

/**
 * How far from a point the last edge of a profile is met along a direction, mm; undefined if none is.
 */
export function lastCrossing(profile: Profile, from: Vec2, direction: Vec2): number | undefined {
  const ray = line(from, [from[0] + direction[0] * 1e4, from[1] + direction[1] * 1e4])
  const reach = profile.loops
    .flat()
    .flatMap((s) => meetings(ray, s))
    .map((p) => (p[0] - from[0]) * direction[0] + (p[1] - from[1]) * direction[1])
  return reach.length === 0 ? undefined : Math.max(...reach)
}
