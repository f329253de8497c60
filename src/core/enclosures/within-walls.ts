import { contains, distanceToEdges } from '../profile/measure'
import { offsetProfile } from '../profile/offset'
import { rectangle } from '../profile/shapes'
import type { Kernel, Solid } from '../kernel/kernel'
import { expectOk } from '../result'
import type { Upright } from './beside'
import type { Enclosure } from './enclosure'

/** What comes down from the lid keeps at least so far off the walls of the base, mm. */
const LEAST_OFF = 0.2

/**
 * Posts that come down from a lid, less what of them would stand in the walls of the base or too near to them. Where the
 * board lies flat.
 */
export function withinWalls(
  e: Enclosure,
  posts: Solid,
  uprights: readonly Upright[],
  step: string,
  { kernel, tolerance }: { kernel: Kernel; tolerance: number },
): Solid {
  const off = Math.max(LEAST_OFF, e.shut.gap)
  const low = Math.min(...uprights.map((u) => u.from))
  // So high the base reaches up into the lid.
  const high = e.parting + e.shut.high + e.shut.gap
  const hollows = e.hollows.filter((h) => h.to > low && h.from < high)
  const isClear = ({ at, radius }: Upright) => hollows.every(({ outline }) => contains(outline, at) && distanceToEdges(outline.loops, at) > radius + off) // prettier-ignore
  if (low >= high || uprights.every(isClear)) return posts
  const names = { step, top: 'cut', bottom: 'cut', side: 'cut' }
  const insides = hollows.map((h) => kernel.extrude(expectOk(offsetProfile(h.outline, -off)), Math.max(h.from, low - 1), Math.min(h.to, high), { names, tolerance })) // prettier-ignore
  const { min, max } = posts.bounds()
  const above = kernel.extrude(rectangle(min[0] - 1, min[1] - 1, max[0] + 1, max[1] + 1), high, Math.max(high, max[2]) + 1, { names, tolerance }) // prettier-ignore
  return kernel.intersect(posts, kernel.union([...insides, above]))
}
