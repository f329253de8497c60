import type { Vec2 } from '../../geometry/vec'
import { areaOf, distanceToEdges } from '../../profile/measure'
import { offsetProfile, roundOutwardCorners } from '../../profile/offset'
import { union } from '../../profile/combine'
import { pointAt, type Profile } from '../../profile/segment'
import { namedByAngle } from '../../profile/segment-names'
import { boundingRectangle, convexHull } from '../../profile/shapes'
import { expectOk, raise } from '../../result'

/**
 * The outline of boards as a case follows it. Boards apart from each other are wrapped without the notch between them.
 * @param seen takes a direction seen from above to the file's frame, where names do not change when the board is turned
 */
export function followedOutline(
  boards: readonly Profile[],
  follow: 'followed' | 'rectangle' | 'hull',
  seen: (d: Vec2) => Vec2,
): Profile {
  const all = boards.reduce((outline, board) => expectOk(union(outline, board)))
  if (follow === 'rectangle') return namedByAngle(boundingRectangle(all), 'side ', seen)
  return follow === 'hull' || (boards.length > 1 && all.loops.length > 1) ? convexHull(all) : all
}

/** An outline with that of the items that are taken in. */
export const wrappedOutline = (base: Profile, takenIn: readonly { outline: Profile }[]): Profile =>
  takenIn.reduce((outline, item) => expectOk(union(outline, item.outline)), base)

export interface CaseOutlines {
  outer: Profile
  /** Outer edge of the lip, and of the groove it goes into. */
  lip: Profile
  groove: Profile
}

/**
 * The outlines of a case: the outside a wall beyond the clearance, lip and groove within the wall.
 * @param outline the board with all that is taken in
 * @param rim the same without what stays above the rim
 */
export function caseOutlines(
  outline: Profile,
  rim: Profile,
  size: { clear: number; wall: number; corner: number; gap: number; leastWall: number },
): CaseOutlines {
  const { clear, wall, corner, gap } = size
  const lipWidth = (wall - gap) / 2
  if (lipWidth <= 0.05)
    raise(
      'wall',
      `A ${wall.toFixed(2)} mm wall leaves nothing for a lip; from ${(gap + 0.8).toFixed(2)} mm on it would.`,
      'wall',
    )
  const cavity = expectOk(offsetProfile(outline, clear))
  const natural = expectOk(offsetProfile(outline, clear + wall))
  const outer = roundedOutside(natural, cavity, corner, size.leastWall)
  return {
    outer,
    lip: expectOk(offsetProfile(rim, clear + lipWidth)),
    groove: expectOk(offsetProfile(rim, clear + lipWidth + gap)),
  }
}

function roundedOutside(natural: Profile, cavity: Profile, corner: number, leastWall: number): Profile {
  const attempt = (radius: number) => {
    const rounded = roundOutwardCorners(natural, radius)
    return rounded.ok && thinnest(rounded.value, cavity) >= leastWall - 1e-6 ? rounded.value : undefined
  }
  const wanted = attempt(corner)
  if (wanted) return wanted
  let [low, high] = [0, corner]
  for (let i = 0; i < 12; i++) {
    const middle = (low + high) / 2
    if (attempt(middle)) low = middle
    else high = middle
  }
  return raise(
    'corner',
    `Corners of ${corner.toFixed(1)} mm would thin the wall to under ${leastWall.toFixed(2)} mm; up to ${(Math.floor(low * 10) / 10).toFixed(1)} mm would do.`,
    'corner',
  )
}

/** The least distance between the outside and the cavity, sampled along the outside's edges. */
function thinnest(outer: Profile, cavity: Profile): number {
  if (outer.loops.length === 0 || areaOf(outer) <= areaOf(cavity)) return -Infinity
  let least = Infinity
  for (const loop of outer.loops)
    for (const s of loop)
      for (const t of [0, 0.25, 0.5, 0.75]) least = Math.min(least, distanceToEdges(cavity.loops, pointAt(s, t)))
  return least
}
