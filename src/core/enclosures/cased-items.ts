import { boxOfPositions } from '../geometry/vec'
import type { PlacedItem } from '../references/place-items'
import type { Reference } from '../references/resolve'
import { type CasedItem, type Content, laidFlat } from './enclosure'

const isFitted = (i: Reference['items'][number]) => i.state === 'fitted'

/** The fitted items of a board that a case is made for, but the board itself, where it lies flat. */
export const casedItems = (own: Reference): CasedItem[] =>
  cased(own, (id) => id).filter((i) => i.id !== own.board!.item)

/** All of another board in the same case: its items, and it itself. */
export const otherItems = (other: Reference): CasedItem[] => cased(other, (id) => foreignId(other, id))

/** An item of another board in a case goes by this there. */
export const foreignId = ({ id }: Reference, item: string): string => `${id}/${item}`

const cased = (reference: Reference, called: (id: string) => string): CasedItem[] =>
  reference.items.filter(isFitted).map((item) => ({ ...laidItem(item, reference), id: called(item.id) }))

/** An item of a reference where that lies flat. @param of the reference: its id, and how it stands */
export function laidItem(
  { id, name, positions, indices }: Pick<PlacedItem, 'id' | 'name' | 'positions' | 'indices'>,
  of: Pick<Reference, 'id' | 'stand'>,
): CasedItem {
  const flat = laidFlat(of.stand, positions)
  return { id, of: { of: 'items', reference: of.id, items: [id] }, name, positions: flat, indices, box: boxOfPositions(flat) } // prettier-ignore
}

/** A board with all that is fitted with it; not the first, rows about it are told apart by its id. */
export const contentOf = ({ id, name, items }: Reference, first: boolean): Content => ({
  name,
  items: { of: 'items', reference: id, items: items.filter(isFitted).map((i) => i.id) },
  mark: first ? '' : `:${id}`,
})
