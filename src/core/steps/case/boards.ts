import { foreignId } from '../../enclosures/cased-items'
import { type Enclosure, laidFlat } from '../../enclosures/enclosure'
import { itemOutline } from '../../enclosures/item-outline'
import { compose, invert, turn } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Profile } from '../../profile/segment'
import type { Board } from '../../references/board'
import type { Reference } from '../../references/resolve'
import { raise } from '../../result'
import type { TakenIn } from './hollows'

/** A board in a case, as that is made round it. */
export interface CasedBoard {
  reference: Reference
  board: Board
  /** Seen from above, its edges named so that no two boards' are alike. */
  outline: Profile
  /** Items over its edge that the case takes in. */
  takenIn: TakenIn[]
}

/**
 * The boards of a case: the one that it is made for, and others that lie as it does.
 * @param over what of the first one's items over the edge is let `out`, by id
 * Errors: no-board, twice, stands (one that lies otherwise)
 */
export function casedBoards(
  first: Reference,
  others: readonly Reference[],
  over: Readonly<Record<string, string>>,
): CasedBoard[] {
  const twice = others.find((r) => r.id === first.id)
  if (twice) raise('twice', `${twice.name} is the board that this wraps; the others are besides that.`, 'also')
  const stood = others.find((r) => r.stand.some((v, i) => Math.abs(v - first.stand[i]!) > 1e-6))
  if (stood) raise('stands', `${stood.name} does not lie as ${first.name} does. Boards of one case lie alike, above or beside each other, flat or on edge: turn it in Gather, or give it a case of its own.`, 'also') // prettier-ignore
  return [first, ...others].map((reference, i): CasedBoard => {
    const board = reference.board ?? raise('no-board', `${reference.name} has no board to wrap: no item in it is thin and flat.`, i === 0 ? 'reference' : 'also') // prettier-ignore
    const called = (id: string) => (i === 0 ? id : foreignId(reference, id))
    const seen = seenInFile(reference)
    const taken = board.overhangs.filter((o) => i > 0 || (over[o.item] ?? 'in') === 'in').map((o) => o.item)
    const takenIn = reference.items
      .filter((item) => taken.includes(item.id))
      .map(({ id, positions }) => {
        const flat = laidFlat(reference.stand, positions)
        return { item: id, positions: flat, outline: itemOutline({ id: called(id), positions: flat }, seen) }
      })
    return { reference, board, outline: i === 0 ? board.outline : named(board.outline, called), takenIn }
  })
}

const named = ({ loops }: Profile, called: (id: string) => string): Profile => ({
  loops: loops.map((loop) => loop.map((s) => (s.id === undefined ? s : { ...s, id: called(s.id) }))),
})

/** Takes a direction seen from above the board to the two axes of the file that the board lies along. */
export function seenInFile({ placement, stand }: Reference): (d: Vec2) => Vec2 {
  const back = compose(invert(placement), stand)
  const up = turn(back, [0, 0, 1]).map(Math.abs)
  const across = up.indexOf(Math.max(...up))
  return ([x, y]) => turn(back, [x, y, 0]).filter((_, axis) => axis !== across) as unknown as Vec2
}

/** How low and how high all boards of a case reach with their items, mm. */
export const reachOf = (boards: readonly CasedBoard[]) => ({
  lowest: Math.min(...boards.map(({ board }) => board.lowest.z)),
  tallest: Math.max(...boards.map(({ board }) => board.tallest.z)),
})

/** A board as steps that work on its case know it. */
export const boardIn = ({ board }: CasedBoard): Enclosure['board'] => ({
  item: board.item,
  outline: board.outline,
  under: board.under,
  top: board.top,
  bounds: board.bounds,
  sides: Object.fromEntries(board.overhangs.map((o) => [o.item, o.side])),
})
