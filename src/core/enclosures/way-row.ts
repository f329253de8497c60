import { LIFTED } from '../built/gap-row'
import { turn } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import type { Enclosure } from './enclosure'

/** The straight way by which something comes to where it rests, told from there; where the case lies flat. */
export const comesBy = ({ stand }: Enclosure, way: Vec3) => ({ comes: { from: turn(stand, [0, 0, LIFTED]), by: turn(stand, way) } }) // prettier-ignore

/** The board and all that is fitted with it, as a side of a row, with the space that they come through. */
export const contentsOf = ({ reference, board, items }: Enclosure) =>
  ({ of: 'items', reference, items: [board.item, ...items.map((i) => i.id)] }) as const

/** The same as they stand. */
export const standingIn = (e: Enclosure) => ({ ...contentsOf(e), own: true }) as const
