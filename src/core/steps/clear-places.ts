import { IDENTITY, invert, placePositions } from '../geometry/placement'
import { type Box3, boxOfPositions } from '../geometry/vec'
import type { Side } from '../references/board'
import { axisAlong, lengthAlong } from '../references/sides'
import type { OfferedReference } from './offer'

/** Items that reach over the edge by more than this are in the way of what stands outside of the wall there, mm. */
const IN_THE_WAY = 0.5
/** Room beside them, and to the corners of a case, mm. */
const BESIDE = 1.5
const CORNER = 4

/**
 * How far from the middle of the walls of some sides there is room for something so wide, as near the middle as there is,
 * mm; undefined if items reach out everywhere.
 */
export function clearShift(
  { board, items, stand = IDENTITY }: OfferedReference,
  sides: readonly Side[],
  wide: number,
): number | undefined {
  if (!board) return 0
  const taken = sides.flatMap((side) => {
    const k = axisAlong(side)
    const middle = (board.bounds[k] + board.bounds[k + 2]!) / 2
    const over = board.overhangs.filter((o) => o.side === side && o.reach > IN_THE_WAY).map((o) => o.item)
    return items.flatMap(({ id, own }) => {
      if (!own || !over.includes(id)) return []
      const { min, max } = laidBox({ stand }, own)
      return [[min[k]! - middle, max[k]! - middle] as const]
    })
  })
  const long = Math.min(...sides.map((s) => lengthAlong(board.bounds, axisAlong(s))))
  const most = Math.floor((long - wide) / 2 - CORNER)
  const free = (at: number) => taken.every(([a, b]) => at + wide / 2 + BESIDE < a || at - wide / 2 - BESIDE > b)
  for (let by = 0; by <= Math.max(0, most); by++) for (const at of by === 0 ? [0] : [by, -by]) if (free(at)) return at
  return undefined
}

/** The corners of a box, packed x y z. */
const cornersOf = ({ min, max }: Box3): number[] =>
  [0, 1, 2, 3, 4, 5, 6, 7].flatMap((n) => [0, 1, 2].map((k) => ((n >> k) & 1 ? max[k]! : min[k]!)))

/** A box of the project where the board lies flat. */
export const laidBox = ({ stand = IDENTITY }: Pick<OfferedReference, 'stand'>, box: Box3): Box3 => boxOfPositions(placePositions(invert(stand), cornersOf(box))) // prettier-ignore

/** The two sides that have room nearest to their middle, and how far off that it is, as a step on sides is begun with; of equal ones the `first`. */
export function clearSides(
  reference: OfferedReference,
  wide: number,
  first: 'ends' | 'long' = 'ends',
): { sides: 'ends' | 'long'; shift?: string } {
  const places = { ends: clearShift(reference, ['left', 'right'], wide), long: clearShift(reference, ['front', 'back'], wide) } // prettier-ignore
  const off = (sides: 'ends' | 'long') => Math.abs(places[sides] ?? Infinity)
  const other = first === 'ends' ? 'long' : 'ends'
  const sides = off(first) <= off(other) ? first : other
  const shift = places[sides] ?? 0
  return { sides, ...(shift === 0 ? {} : { shift: String(shift) }) }
}
