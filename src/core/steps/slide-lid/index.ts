import { setField } from '../../document/edits'
import { CLOSURE } from '../../enclosures/closure'
import { caseAt, offerOnCase } from '../cases'
import type { Situation } from '../offer'
import { stepKind } from '../step-kind'
import { buildSlideLid, slideLidFields } from './build'

/** The roof of a case as a lid that slides in rails of its walls. */
export const slideLidStep = stepKind({
  kind: 'slide-lid',
  title: 'Slide the lid on',
  findBy: ['slide', 'sliding', 'slide-on', 'rail', 'dovetail', 'drawer', 'tray', 'lid', 'close', 'open', 'shut', 'without screws'], // prettier-ignore
  group: 'hold',
  about:
    'Makes all of a case its base but for the roof, which slides out over one wall, in slanted rails of the others; a ridge keeps it shut.',
  fields: slideLidFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    side: 'the wall it slides out over; those beside it are straight',
    over: 'the rails slant by so much over the thickness of the roof',
    gap: 'square to the rails, all round',
    catch: 'on the lid, over the wall that it slides out over; 0 for none',
  },
  sentence: [
    'Slide the lid on from', { field: 'side', after: ',' }, 'in rails that reach', { field: 'over', after: ' over it' }, 'with', { field: 'gap', after: ' of room;' },
    'a ridge of', { field: 'catch', after: ' keeps it shut.' },
  ], // prettier-ignore
  publishes: [CLOSURE],
  printer: ['line'],
  surfaces: {
    slot: { called: 'rail', moved: ['gap', 'the gap in its rails'], along: () => -1 },
    rail: { called: 'side of the lid', moved: ['over', 'how far the walls reach over it'] },
    ridge: { called: 'ridge', moved: ['catch', 'the height of the ridge'] },
  },
  start: (at) => startSlide(at),
  offers: (at) =>
    offerOnCase(at, 'slide-lid', { words: 'let the lid slide on', goal: 'slide', mends: 'lid-held' }, (step) => startSlide(at, step)).map((offer) => ({ ...offer, ...straightened(at, offer.about!) })), // prettier-ignore
  example: [
    { kind: 'case', fields: {} },
    { kind: 'slide-lid', fields: {} },
  ],
  build: buildSlideLid,
})

/** Over a side that nothing reaches out of, if there is one, between two whose walls take nothing in. */
function startSlide(at: Situation, of?: string): Record<string, unknown> | undefined {
  const found = caseAt(at, of)
  if (!found) return undefined
  const over = found.reference.board?.overhangs ?? []
  const taken = caseFields(at, found.step).over as Record<string, string> | undefined
  const bulges = over.filter((o) => (taken?.[o.item] ?? 'in') === 'in').map((o) => o.side)
  const straight = SIDES.filter(({ beside }) => !beside.some((s) => bulges.includes(s)))
  const free = straight.find(({ side }) => !over.some((o) => o.side === side))
  return { case: found.step, side: (free ?? straight[0] ?? SIDES[0]).side }
}

const SIDES = [
  { side: 'right', beside: ['front', 'back'] },
  { side: 'left', beside: ['front', 'back'] },
  { side: 'back', beside: ['left', 'right'] },
  { side: 'front', beside: ['left', 'right'] },
] as const

const caseFields = ({ document }: Situation, step: string) => document.steps.find((s) => s.id === step)?.fields ?? {}

/** Rails are straight: a case that follows a board round its corners goes round it as a rectangle. */
const straightened = (at: Situation, step: string) =>
  (caseFields(at, step).outline ?? 'followed') === 'followed' ? { edit: setField(step, 'outline', 'rectangle') } : {}
