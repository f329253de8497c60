import { boardName, enclosures, heldByEdges, startOnCase, worksOnCase } from '../cases'
import { newStep, type Offer, type OfferedReference } from '../offer'
import { stepKind } from '../step-kind'
import { buildRails } from './build'
import { railsFields } from './fields'

/** Rails in two walls that a board slides into; the wall it comes in by goes with the lid. */
export const railsStep = stepKind({
  kind: 'rails',
  title: 'Slide the board into rails',
  findBy: ['rail', 'slide', 'groove', 'guide', 'drawer', 'hold the board', 'edge', 'without holes', 'without screws', 'plug-in'], // prettier-ignore
  group: 'hold',
  about:
    'Rails over and under two edges of the board, in the walls beside the one that it comes in by; that wall goes with the lid, and keeps the board where it is. They slope so that they print without supports.',
  fields: railsFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    side: 'the walls beside it have to be straight',
    grip: 'over and under the edge of the board',
    gap: 'square to the slope of the rail over the board; it lies on the one under it',
    apart: 'beside the walls of the base and over its floor',
  },
  sentence: [
    'Let the board slide in from', { field: 'side', after: ',' }, 'into rails that reach', { field: 'grip', after: ' over its edges' }, 'with', { field: 'gap', after: ' above it;' },
    'that wall goes with the lid,', { field: 'apart', after: ' off the base.' },
  ], // prettier-ignore
  surfaces: {
    rest: { called: 'rail under the board', moved: ['grip', 'how far they reach over the edge'] },
    rail: { called: 'rail over the board', moved: ['gap', 'the gap above it'] },
    seam: { called: 'end of the wall', moved: ['apart', 'the gap round the wall of the lid'] },
  },
  start: (at) => {
    const begun = startOnCase(at)
    const found = begun && enclosures(at).find((e) => e.step === begun.case)
    return found && startRails(found)
  },
  offers: (at): Offer[] =>
    enclosures(at).flatMap((found): Offer[] => {
      const { step, reference } = found
      if (!reference.board || heldByEdges(at, step) || worksOnCase(at, 'posts', step)) return []
      return [{ key: `rails ${step}`, words: `Let ${boardName(at, reference)} slide into rails`, steps: [newStep(at, 'rails', startRails(found))] }] // prettier-ignore
    }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'rails', fields: {} },
  ],
  build: buildRails,
})

/** From where most reaches over the edge: that slides into its openings. Else over the shorter edge. */
function startRails({ step, reference: { board } }: { step: string; reference: OfferedReference }) {
  const [x0, y0, x1, y1] = board?.bounds ?? [0, 0, 1, 1]
  const usual = x1 - x0 >= y1 - y0 ? (['right', 'left', 'back', 'front'] as const) : (['back', 'front', 'right', 'left'] as const) // prettier-ignore
  const across = { left: 'right', right: 'left', front: 'back', back: 'front' } as const
  const reach = (side: (typeof usual)[number]) => (board?.overhangs ?? []).filter((o) => o.side === side).length
  // What reaches out beside the way in would run into the rails; at its end it slides into its opening.
  const beside = (side: (typeof usual)[number]) => usual.reduce((n, s) => n + (s === side || s === across[side] ? 0 : reach(s)), 0) // prettier-ignore
  const side = [...usual].sort((a, b) => beside(a) - beside(b) || reach(a) - reach(b))[0]!
  return { case: step, side }
}
