import type { Edit } from '../../document/edits'
import type { Project, ProjectStep } from '../../document/schema'
import { POSTS } from '../../enclosures/posts'
import { headAcross, type Screw } from '../../fit/screws'
import type { Board } from '../../references/board'
import { enclosures, isOnCase, worksOnCase } from '../cases'
import { insertPosts } from '../insert-posts'
import { aroundFor } from '../around-items'
import { newStep, type Offer, type OfferedReference, type Situation } from '../offer'

export function startHoldDown(at: Situation): Record<string, unknown> | undefined {
  const found = enclosures(at).find((e) => e.reference.board?.holes.some((h) => h.mounting))
  return found && fieldsFor(at.document, found, postsOf(at, found.step))
}

/** Screws through lid and board into posts, and pins or the board held from above. */
export const offerHoldDown = (at: Situation): Offer[] =>
  enclosures(at).flatMap((found): Offer[] => {
    const { step, reference } = found
    const posts = postsOf(at, step)
    if (!posts || worksOnCase(at, 'hold-down', step)) return []
    const held: Offer = {
      key: `hold-down ${step}`,
      words: 'hold the board down from the lid',
      goal: 'hold',
      steps: [newStep(at, 'hold-down', fieldsFor(at.document, found, posts))],
    }
    const screws = forScrews(posts, reference.board)
    const screwed: Offer | undefined = screws && {
      key: `lid-screws ${step}`,
      words: 'screw the lid down through the board',
      goal: 'close',
      mends: 'lid-held',
      about: step,
      steps: [newStep(at, 'hold-down', fieldsFor(at.document, found, screws))],
      ...(screws === posts ? {} : { edit: withPosts(screws) }),
    }
    return [...(screwed ? [screwed] : []), ...(TAKES_SCREWS.includes(String(posts.fields.top)) ? [] : [held])]
  })

const TAKES_SCREWS = ['insert', 'bolt', 'pilot']

/** Posts as they take screws: as they are, or with inserts for the largest that goes through the board. */
function forScrews(posts: ProjectStep, board: Board | undefined): ProjectStep | undefined {
  if (TAKES_SCREWS.includes(String(posts.fields.top))) return posts
  const own = insertPosts(board)
  return own && ({ ...posts, fields: { ...posts.fields, ...own } } as ProjectStep)
}

const withPosts =
  (posts: ProjectStep): Edit =>
  (project) => ({ ...project, steps: project.steps.map((s) => (s.id === posts.id ? posts : s)) })

/** The posts of a case that are there. */
const postsOf = (at: Situation, caseStep: string) =>
  at.document.steps.find((s) => at.left.some((l) => l.step === s.id && l.token === POSTS.name) && isOnCase(s, caseStep)) // prettier-ignore

function fieldsFor(
  { printer }: Project,
  { step, reference }: { step: string; reference: OfferedReference },
  posts: ProjectStep | undefined,
): Record<string, unknown> {
  const top = posts?.fields.top ?? 'pin'
  const end = top === 'pin' ? 'pin' : top === 'plain' ? 'plain' : 'screw'
  const screw = (posts?.fields.screw ?? 'M3') as Screw
  // A post round a head that is let in has two lines of wall.
  const round = headAcross(screw) + 2 * printer.gaps.sliding + 4 * printer.line
  const across = end === 'screw' ? Math.ceil(round * 10) / 10 : 6.4
  return { case: step, ...(posts ? { posts: posts.id } : {}), end, screw, across: across.toFixed(1), ...aroundFor(reference, across, 'over') } // prettier-ignore
}
