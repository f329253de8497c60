import type { Check, Finding } from '../checks/finding'
import { besideRows, itemsBeside, roomFor, type Upright } from '../enclosures/beside'
import { type Enclosure, stood } from '../enclosures/enclosure'
import { choiceField } from '../fields/choice'
import { lengthField } from '../fields/length'
import type { Solid } from '../kernel/kernel'
import { IDENTITY } from '../geometry/placement'
import type { Box3, Vec2 } from '../geometry/vec'
import { raise } from '../result'
import type { Hole } from '../references/board'
import type { OfferedReference } from './offer'
import type { StepContext } from './step-kind'

/** What posts do about items that stand beside them. */
export const aroundFields = {
  beside: lengthField('Room beside items', 'fit.loose', 0, 20, 'per-side'),
  around: choiceField('Where items stand', 'whole', { whole: 'left whole', back: 'cut back' }),
}

export const AROUND_NOTES = {
  beside: 'what items beside them are to have, per side',
  around: '`whole`, or `back`: cut back to leave items that room',
}

/** Posts of a width under or over a board's holes are begun cut back where an item stands so near a hole. */
export function aroundFor(reference: OfferedReference, across: number, side: 'under' | 'over'): { around?: 'back' } {
  const { board, items, stand = IDENTITY } = reference
  if (!board) return {}
  if (stand.some((v, i) => v !== IDENTITY[i])) return { around: 'back' }
  const reaches = ({ min, max }: Box3) => (side === 'under' ? min[2] < board.under - 1e-3 : max[2] > board.top + 1e-3)
  const beside = ({ min, max }: Box3, at: Vec2) => Math.hypot(...[0, 1].map((k) => Math.max(min[k]! - at[k]!, at[k]! - max[k]!, 0))) // prettier-ignore
  const holes = board.holes.filter((h) => h.mounting)
  const others = items.filter((i) => i.id !== board.item && i.state === 'fitted')
  // A pin that stands through a hole comes out on the other side.
  const covers = (own: Box3, { centre, diameter }: Hole) => side === 'under' && own.max[2] > board.top && beside(own, centre) < diameter / 2 + NEAR // prettier-ignore
  const near = others.some(({ own }) => own && holes.some((h) => covers(own, h) || (reaches(own) && beside(own, h.centre) < across / 2 + NEAR))) // prettier-ignore
  return near ? { around: 'back' } : {}
}

/** Items nearer than this to a post are looked at, mm. */
const NEAR = 1

/** The end of the sentence of a step that makes posts. */
export const aroundWords = [
  { field: 'around', rare: true, before: 'Beside items', after: ',' },
  { field: 'beside', rare: true, after: ' of room.' },
] as const

interface Around {
  beside: number
  around: 'whole' | 'back'
}

/**
 * Posts as they are put into a part, in the project's frame: cut back where they are to be.
 * @param from where the board comes from, as the posts see it
 * Errors: cut-through (nothing of a post would hold on to the part)
 */
export function besideItems(
  posts: Solid,
  uprights: readonly Upright[],
  v: Around,
  e: Enclosure,
  context: StepContext,
  from: 'above' | 'below',
): Solid {
  const { kernel, id } = context
  if (v.around === 'whole') return stood(e, kernel, posts)
  const near = itemsBeside(e, uprights, v.beside)
  const span = [Math.min(...uprights.map((u) => u.from)), Math.max(...uprights.map((u) => u.to))] as const
  const cut = kernel.subtract(posts, roomFor(near, span, v.beside, id, context, from))
  const lost = kernel.bodies(cut).length - kernel.bodies(posts).length
  if (lost !== 0)
    raise('cut-through', `${near.map((i) => i.name).join(' and ')} would cut right through a post. Smaller posts, less room or other holes would do.`, 'around') // prettier-ignore
  return stood(e, kernel, cut)
}

export const rowsBeside = (step: string, e: Enclosure, part: string, uprights: readonly Upright[], v: Around) =>
  besideRows(step, e, part, uprights, v.beside)

/** Posts that leave an item beside them less than its room, with what mends it. */
export const postsTouch =
  (kind: string): Check =>
  ({ build, ledger, project }) =>
    build.steps.flatMap((report): Finding[] => {
      const step = project.steps.find((s) => s.id === report.id)
      if (step?.kind !== kind || report.stale) return []
      const tight = ledger.filter((row) => row.id.startsWith(`${step.id}:beside:`) && row.verdict === 'tight')
      return tight.map((row) => ({
        check: 'post-touches',
        weight: 'look',
        title: `${row.between.replace(' beside the posts', '')} has ${(row.measured ?? 0).toFixed(2)} mm beside a post.`,
        text: `It is to have ${row.wanted.toFixed(2)} mm. Cut back there the post leaves it that; a smaller post or another hole would do too.`,
        parts: build.rows.flatMap((r) => (r.id === row.id && r.b.of === 'parts' ? r.b.parts : [])),
        ...(row.at ? { place: row.at[0] } : {}),
        ...(step.fields.around === 'back' ? {} : { mend: { of: step.id, field: 'around', value: 'back', words: 'cut it back' } }), // prettier-ignore
      }))
    })
