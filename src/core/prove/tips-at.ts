import type { Vec2, Vec3 } from '../geometry/vec'
import { hullIndices } from '../profile/shapes'

/**
 * How far a part may lean before it falls, degrees; under 0 it falls by itself.
 * @param foot outlines of the lowest layer
 * @param middle of mass, above the bed
 */
export function tipsAt(foot: readonly (readonly Vec2[])[], middle: Vec3): number {
  const points = foot.flat()
  const hull = hullIndices(points).map((i) => points[i]!)
  let least = Infinity
  for (const [i, a] of hull.entries()) {
    const b = hull[(i + 1) % hull.length]!
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
    least = Math.min(least, (dx * (middle[1] - a[1]) - dy * (middle[0] - a[0])) / Math.hypot(dx, dy))
  }
  return hull.length < 3 ? -90 : (Math.atan2(least, middle[2]) * 180) / Math.PI
}
