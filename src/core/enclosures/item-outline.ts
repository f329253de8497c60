import type { Vec2 } from '../geometry/vec'
import type { Profile } from '../profile/segment'
import { namedByAngle } from '../profile/segment-names'
import { hullIndices, polygonProfile } from '../profile/shapes'

/** Points further than this apart are told apart when an item's outline is taken, mm. */
const OUTLINE_GRAIN = 1e-4

/** An item's outline, its edges named after it. */
export const itemOutline = (item: { id: string; positions: ArrayLike<number> }, seen: (d: Vec2) => Vec2): Profile =>
  namedByAngle(hullFromAbove(item.positions), `${item.id} `, seen)

/** The convex outline of an item seen from above. */
export function hullFromAbove(positions: ArrayLike<number>): Profile {
  const points: Vec2[] = []
  const grid = (v: number) => Math.round(v / OUTLINE_GRAIN) * OUTLINE_GRAIN
  for (let i = 0; i < positions.length; i += 3) points.push([grid(positions[i]!), grid(positions[i + 1]!)])
  return polygonProfile(hullIndices(points).map((i) => points[i]!))
}
