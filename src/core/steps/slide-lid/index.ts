import { CLOSURE } from '../../enclosures/closure'
import { enclosures, worksOnCase } from '../cases'
import { newStep, type Offer, type Situation } from '../offer'
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
  offers: (at): Offer[] =>
    enclosures(at).flatMap(({ step }): Offer[] => {
      const fields = startSlide(at, step)
      return worksOnCase(at, 'slide-lid', step) || !fields ? [] : [{ key: `slide-lid ${step}`, words: 'let the lid slide on', goal: 'slide', mends: 'lid-held', about: step, steps: [newStep(at, 'slide-lid', fields)] }] // prettier-ignore
    }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'slide-lid', fields: {} },
  ],
  build: buildSlideLid,
})

/** Over the side that nothing reaches out of, if there is one. */
function startSlide(at: Situation, of?: string): Record<string, unknown> | undefined {
  const found = enclosures(at).find((e) => of === undefined || e.step === of)
  const taken = (found?.reference.board?.overhangs ?? []).map((o) => o.side)
  const side = (['right', 'left', 'back', 'front'] as const).find((s) => !taken.includes(s)) ?? 'right'
  return found && { case: found.step, side }
}
