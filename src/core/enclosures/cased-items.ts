import { boxOfPositions } from '../geometry/vec'
import type { Reference } from '../references/resolve'
import { type CasedItem, laidFlat } from './enclosure'

/** The fitted items but the board, where it lies flat. */
export const casedItems = ({ items, stand }: Reference, board: string): CasedItem[] =>
  items
    .filter((i) => i.state === 'fitted' && i.id !== board)
    .map(({ id, name, positions, indices }) => {
      const flat = laidFlat(stand, positions)
      return { id, name, positions: flat, indices, box: boxOfPositions(flat) }
    })
