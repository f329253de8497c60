import type { ProjectStep } from '../document/schema'
import type { Board } from '../references/board'
import type { Reference } from '../references/resolve'

/** Items that reach over the edge by less than this are taken in; more, and they are let out by an opening, mm. */
const WORTH_AN_OPENING = 0.8

/** What a maker may say when a board is wrapped; formulas. */
export interface WrapWishes {
  clear?: string
  wall?: string
  /** Whether items over the edge are let out at all. */
  openings: boolean
  posts: boolean
}

type Fields = ProjectStep['fields']

/** The steps that make a sensible case of a board: the case, posts on its mounting holes, an opening for each connector. */
export function proposeCase(
  reference: Pick<Reference, 'id'>,
  board: Board,
  wishes: WrapWishes,
  newId: () => string,
): ProjectStep[] {
  const letOut = wishes.openings ? board.overhangs.filter((o) => o.reach >= WORTH_AN_OPENING) : []
  const caseId = newId()
  const steps: ProjectStep[] = [
    step(
      caseId,
      'case',
      caseFieldsFor(
        reference.id,
        board,
        wishes,
        letOut.map((o) => o.item),
      ),
    ),
  ]
  if (wishes.posts && board.holes.some((h) => h.mounting)) steps.push(proposePosts(board, caseId, newId))
  for (const o of letOut) steps.push(proposeOpening(o.item, caseId, newId))
  return steps
}

const step = (id: string, kind: string, fields: Fields): ProjectStep => ({ id, kind, off: false, fields })

function caseFieldsFor(reference: string, board: Board, wishes: WrapWishes, letOut: readonly string[]): Fields {
  const above = board.tallest.z - board.top
  return {
    reference,
    over: Object.fromEntries(board.overhangs.map((o) => [o.item, letOut.includes(o.item) ? 'out' : 'in'])),
    ...(wishes.clear ? { clear: wishes.clear } : {}),
    ...(wishes.wall ? { wall: wishes.wall } : {}),
    ...lipFor(above),
  }
}

/** A low case has no room for the usual lip above the board. */
function lipFor(above: number): Fields {
  if (above >= 2.6) return { parting: 'board.top + 2', lip: '2.4' }
  if (above >= 0.8) return { parting: 'board.top', lip: '1.6' }
  return { parting: '(board.top + board.bottom) / 2', lip: '1.2' }
}

export function proposePosts(board: Board, caseId: string, newId: () => string): ProjectStep {
  const smallest = Math.min(...board.holes.filter((h) => h.mounting).map((h) => h.diameter))
  const across = Math.max(2 * smallest, smallest + 2.4)
  return step(newId(), 'posts', {
    case: caseId,
    across: String(Math.round(across * 10) / 10),
    reach: 'min(board.thickness + 0.8, case.roof - board.bottom - 0.2)',
  })
}

export const proposeOpening = (item: string, caseId: string, newId: () => string): ProjectStep =>
  step(newId(), 'opening', { case: caseId, item, bevel: '0.6' })

/** Items over the edge that no opening lets out yet. */
export function offeredOpenings(board: Board, steps: readonly ProjectStep[]): Board['overhangs'] {
  const opened = new Set(steps.filter((s) => s.kind === 'opening' && !s.off).map((s) => s.fields.item))
  return board.overhangs.filter((o) => !opened.has(o.item) && o.reach >= WORTH_AN_OPENING)
}
