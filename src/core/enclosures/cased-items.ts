import { boxOfPositions } from '../geometry/vec'
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

const cased = ({ id: reference, items, stand }: Reference, called: (id: string) => string): CasedItem[] =>
  items.filter(isFitted).map(({ id, name, positions, indices }) => {
    const flat = laidFlat(stand, positions)
    return {
      id: called(id),
      of: { of: 'items', reference, items: [id] },
      name,
      positions: flat,
      indices,
      box: boxOfPositions(flat),
    }
  })

/** A board with all that is fitted with it; not the first, rows about it are told apart by its id. */
export const contentOf = ({ id, name, items }: Reference, first: boolean): Content => ({
  name,
  items: { of: 'items', reference: id, items: items.filter(isFitted).map((i) => i.id) },
  mark: first ? '' : `:${id}`,
})
