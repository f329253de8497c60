import type { Project } from '../../document/schema'
import type { Edit } from '../../document/edits'
import { WORTH_AN_OPENING } from '../../enclosures/enclosure'
import { enclosures } from '../cases'
import { newStep, type Offer, type OfferedReference, type Situation } from '../offer'

export function startOpening(at: Situation): Record<string, unknown> | undefined {
  const found = enclosures(at)[0]
  if (!found) return undefined
  const { step, reference } = found
  const open = openedBy(at.document, step)
  const item =
    reference.board?.overhangs.find((o) => !open.has(o.item))?.item ??
    reference.items.find((i) => !open.has(i.id) && i.id !== reference.board?.item)?.id
  return { case: step, item: item ?? '', bevel: BEVEL }
}

const BEVEL = '1'

/** An opening for each item over the edge that nothing lets out yet, and for the item that is picked. */
export const offerOpenings = (at: Situation): Offer[] =>
  enclosures(at).flatMap(({ step, reference }) => {
    const open = openedBy(at.document, step)
    const over = (reference.board?.overhangs ?? []).filter((o) => !open.has(o.item) && o.reach >= WORTH_AN_OPENING)
    return [
      ...over.map((o): Offer => ({
        ...offer(at, step, reference, o.item, `open the ${o.side} for ${o.name}`),
        goal: 'let out',
        together: 'open all',
      })),
      ...forPicked(at, step, reference, open),
    ]
  })

function forPicked(at: Situation, step: string, reference: OfferedReference, open: ReadonlySet<unknown>): Offer[] {
  const [pick] = at.picks
  const all = [...new Set(at.picks.map((p) => p.owner))]
  if (all.length > 1) return at.picks.some((p) => p.reference !== reference.id || open.has(p.owner) || p.owner === reference.board?.item) ? [] : [together(at, step, reference, all)] // prettier-ignore
  if (pick?.reference !== reference.id || open.has(pick.owner) || pick.owner === reference.board?.item) return []
  const top = (words: string, key: string, own: Record<string, unknown>): Offer => ({
    key: `opening ${step} ${key}`,
    words,
    picked: true,
    steps: [newStep(at, 'opening', { case: step, item: pick.owner, side: 'top', ...own })],
  })
  return [
    { ...offer(at, step, reference, pick.owner, 'open the wall for it'), key: `opening ${step} picked`, picked: true },
    top('open the top for it', 'top', { bevel: '0.6' }),
    top('a window in the top over it', 'window', { ledge: '1', view: '30' }),
  ]
}

/** One opening for several items that are picked. */
const together = (
  at: Situation,
  step: string,
  reference: OfferedReference,
  [item, ...others]: readonly string[],
): Offer => ({
  key: `opening ${step} together`,
  words: 'open the wall for all of them in one',
  picked: true,
  steps: [newStep(at, 'opening', { case: step, item, others, round: 'one', bevel: BEVEL, way: 'open' })],
  edit: (project) => [item!, ...others].reduce((p, i) => letOut(step, reference, i)(p), project),
})

const offer = (at: Situation, step: string, reference: OfferedReference, item: string, words: string): Offer => ({
  key: `opening ${step} ${item}`,
  words,
  steps: [newStep(at, 'opening', { case: step, item, bevel: BEVEL, way: 'open' })],
  edit: letOut(step, reference, item),
})

const openedBy = ({ steps }: Project, caseStep: string): ReadonlySet<unknown> =>
  new Set(
    steps
      .filter((s) => s.kind === 'opening' && !s.off && (s.fields.case ?? caseStep) === caseStep)
      .flatMap((s) => [s.fields.item, ...((s.fields.others ?? []) as unknown[])]),
  )

/** Lets an item out of its case instead of taking it in; over a corner it stays taken in: both walls go round it, and one is opened. */
const letOut =
  (caseStep: string, { board }: OfferedReference, item: string): Edit =>
  (project) =>
    board?.overhangs.some((o) => o.item === item && o.corner)
      ? project
      : {
          ...project,
          steps: project.steps.map((s) =>
            s.id === caseStep
              ? {
                  ...s,
                  fields: {
                    ...s.fields,
                    over: { ...((s.fields.over ?? {}) as Record<string, string>), [item]: 'out' },
                  },
                }
              : s,
          ),
        }
