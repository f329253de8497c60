import type { Vec2 } from '../geometry/vec'
import type { Side } from './board'

/** The way out of a side, seen from above. */
export const OUTWARDS: Readonly<Record<Side, Vec2>> = { left: [-1, 0], right: [1, 0], front: [0, -1], back: [0, 1] }

/** The axis that a side runs along: 0 to the right, 1 to the back. */
export const axisAlong = (side: Side): 0 | 1 => (OUTWARDS[side][0] === 0 ? 0 : 1)

/** How long the sides of a box are along an axis, seen from above, mm. */
export const lengthAlong = ([x0, y0, x1, y1]: readonly [number, number, number, number], axis: 0 | 1): number =>
  axis === 0 ? x1 - x0 : y1 - y0
