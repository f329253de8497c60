import { boardName, enclosures, worksOnCase } from '../cases'
import { insertPosts } from '../insert-posts'
import { aroundFor } from '../around-items'
import { newStep, type Offer, type OfferedReference, type Situation } from '../offer'

export function startPosts(at: Situation): Record<string, unknown> | undefined {
  const found = enclosures(at)[0]
  return found?.reference.board && fieldsFor(found.step, found.reference)
}

/** Posts for each case whose board has mounting holes and stands on nothing yet. */
export const offerPosts = (at: Situation): Offer[] =>
  enclosures(at).flatMap(({ step, reference }): Offer[] => {
    if (worksOnCase(at, 'posts', step) || !reference.board?.holes.some((h) => h.mounting)) return []
    const name = boardName(at, reference)
    const plain = fieldsFor(step, reference)
    const inserts = insertPosts(reference.board)
    const screwed: Offer[] = inserts ? [{ key: `insert-posts ${step}`, words: `Stand ${name} on posts, with screws of its own`, goal: 'stand screwed', steps: [newStep(at, 'posts', { ...plain, ...inserts, ...aroundFor(reference, Number(inserts.across), 'under') })] }] : [] // prettier-ignore
    return [{ key: `posts ${step}`, words: `Stand ${name} on posts`, goal: 'stand', steps: [newStep(at, 'posts', plain)] }, ...screwed] // prettier-ignore
  })

function fieldsFor(caseStep: string, reference: OfferedReference): Record<string, unknown> {
  const smallest = Math.min(...reference.board!.holes.filter((h) => h.mounting).map((h) => h.diameter))
  const across = Number.isFinite(smallest) ? Math.max(2 * smallest, smallest + 2.4) : 6.4
  return {
    case: caseStep,
    across: String(Math.round(across * 10) / 10),
    reach: 'min(board.thickness + 0.8, case.roof - board.bottom - 0.2)',
    ...aroundFor(reference, across, 'under'),
  }
}
