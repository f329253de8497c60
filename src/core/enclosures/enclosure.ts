import type { Selector } from '../built/rows'
import { token } from '../fields/field-kind'
import { IDENTITY, invert, type Placement, placePositions } from '../geometry/placement'
import type { Box3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { Profile } from '../profile/segment'
import type { Board, Side } from '../references/board'

/** A stretch of the inside: its outline seen from above, between two heights. */
export interface Hollow {
  outline: Profile
  from: number
  to: number
}

/** Items as a side of a row. */
type ItemsSide = Extract<Selector, { of: 'items' }>

/** A fitted item as the case has it, where the board lies flat; the space that it comes through if it moves. */
export interface CasedItem {
  /** Of another board's item, after its reference. */
  id: string
  /** The same as a side of a row. */
  of: ItemsSide
  name: string
  /** Packed x y z, mm. */
  positions: ArrayLike<number>
  indices: Uint32Array
  box: Box3
}

/** A board in a case and all that is fitted with it. */
export interface Content {
  name: string
  items: ItemsSide
  /** For names of rows: nothing for the board that a case is wrapped round. */
  mark: string
}

/** What a case leaves for the steps that work on it. Lengths mm, in the frame in which its board lies flat. */
export interface Enclosure {
  reference: string
  /** Part ids. */
  base: string
  lid: string
  board: {
    item: string
    outline: Profile
    under: number
    top: number
    bounds: Board['bounds']
    sides: Readonly<Record<string, Side>>
  }
  /** The inside, wider where items are taken in, and the outside seen from above. */
  hollows: readonly Hollow[]
  outer: Profile
  /** Outer edge of the lip, and of the groove in the lid that it goes into; the gap between them, the height of the lip, and the groove's. */
  shut: { lip: Profile; groove: Profile; gap: number; high: number; deep: number }
  /** All fitted items but the board; of other boards in the case these too. */
  items: readonly CasedItem[]
  /** All boards in the case with their items, this one first, and what tells their rows apart. */
  contents: readonly Content[]
  /** Heights, from the underside of the floor to the top of the roof. */
  bottom: number
  floor: number
  parting: number
  roof: number
  top: number
  wall: number
  clear: number
  /** Takes the frame of the board to the project's. */
  stand: Placement
}

/** Items that reach over the edge by less than this are taken in; more, and they are let out by an opening, mm. */
export const WORTH_AN_OPENING = 0.8

export const ENCLOSURE = token<Enclosure>('enclosure', 'case')

/** The rows of a case about a lid that is put on from above; of another lid they are not meant. */
export const LID_ROWS = { lip: 'lip', on: 'on', over: 'over' } as const
export const lidRows = (caseStep: string, { contents }: Enclosure): string[] =>
  Object.values(LID_ROWS).flatMap((name) => contents.map(({ mark }) => `${caseStep}:${name}${mark}`))

/** A solid made where the board lies flat, where the project has it. */
export const stood = ({ stand }: Pick<Enclosure, 'stand'>, kernel: Kernel, solid: Solid): Solid =>
  stand === IDENTITY ? solid : kernel.place(solid, stand)

/** Base and lid of a case where it lies flat. */
export const laidParts = (
  { stand, base, lid }: Enclosure,
  kernel: Kernel,
  parts: ReadonlyMap<string, Solid>,
): readonly [base: Solid, lid: Solid] => {
  const laid = (part: string) => (stand === IDENTITY ? parts.get(part)! : kernel.place(parts.get(part)!, invert(stand)))
  return [laid(base), laid(lid)]
}

/** Positions of the project, packed x y z, where the board lies flat. */
export const laidFlat = (stand: Placement, positions: Float64Array): Float64Array =>
  stand === IDENTITY ? positions : placePositions(invert(stand), positions)

/** The board itself, as a side of a row. */
export const boardOf = ({ reference, board }: Enclosure): Selector => ({ of: 'items', reference, items: [board.item] })
