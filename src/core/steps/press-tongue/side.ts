import { laidBox } from '../clear-places'
import type { Side } from '../../references/board'
import { OUTWARDS } from '../../references/sides'
import type { OfferedReference } from '../offer'

/** How long a tongue is as it is begun, and how much of the lid it leaves at its root, mm. */
export const USUAL_LONG = 16
const ROOT = 4

/** The side that a tongue over an item has the most roof towards; undefined if there is none long enough. */
export function tongueSide(reference: OfferedReference, item: string): Side | undefined {
  const own = reference.items.find((i) => i.id === item)?.own
  const { board } = reference
  if (!own || !board) return undefined
  const { min, max } = laidBox(reference, own)
  const room = (side: Side): number => {
    const [k, out] = OUTWARDS[side][0] === 0 ? [1, OUTWARDS[side][1]] : [0, OUTWARDS[side][0]]
    const middle = (min[k]! + max[k]!) / 2
    return out > 0 ? board.bounds[k + 2]! - middle : middle - board.bounds[k]!
  }
  const best = (Object.keys(OUTWARDS) as Side[]).sort((a, b) => room(b) - room(a))[0]!
  return room(best) >= USUAL_LONG + ROOT ? best : undefined
}
