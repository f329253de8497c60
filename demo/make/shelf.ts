import type { Vec2 } from '../../src/core/geometry/vec'
import { arc, line, type Profile } from '../../src/core/profile/segment'

/** How long and how deep the shelf is, mm. */
export const SHELF = { long: 410, deep: 92 } as const
/** The post that it goes round at the wall: from where, how wide, and how far it stands out, mm. */
const POST = { from: 118, wide: 46, out: 34 } as const
/** Radius of its corners at the front, and how deep the bay in its front is, mm. */
const [CORNER, BAY] = [26, 14]
/** Half of how wide the bay is, mm. */
const HALF_BAY = 60

/** A cardboard template of a shelf that lies against a wall, its back along x; about its middle, mm. */
export const shelf: Profile = {
  loops: [[...front(), ...back()]],
}

/** From the left end along the front to the right, lowest y. */
function front() {
  const [x, low] = [SHELF.long / 2, -SHELF.deep / 2]
  const p = (a: number, b: number): Vec2 => [a, b]
  // Of the round in the bay, by its chord and how deep it is.
  const r = (HALF_BAY ** 2 + BAY ** 2) / (2 * BAY)
  return [
    arc(p(-x, low + CORNER), p(-x + CORNER, low), p(-x + CORNER, low + CORNER), true),
    line(p(-x + CORNER, low), p(-HALF_BAY, low)),
    arc(p(-HALF_BAY, low), p(HALF_BAY, low), p(0, low + BAY - r), false),
    line(p(HALF_BAY, low), p(x - CORNER, low)),
    arc(p(x - CORNER, low), p(x, low + CORNER), p(x - CORNER, low + CORNER), true),
  ]
}

/** From the right end along the wall, round the post, to the left. */
function back() {
  const [x, high] = [SHELF.long / 2, SHELF.deep / 2]
  const corners: Vec2[] = [
    [x, -high + CORNER],
    [x, high],
    [POST.from + POST.wide, high],
    [POST.from + POST.wide, high - POST.out],
    [POST.from, high - POST.out],
    [POST.from, high],
    [-x, high],
    [-x, -high + CORNER],
  ]
  return corners.slice(1).map((p, i) => line(corners[i]!, p))
}
