import { enclosures, worksOnCase } from '../cases'
import { newStep, type Offer, type Situation } from '../offer'
import { stepKind } from '../step-kind'
import { buildHinge, hingeFields } from './build'

/** Knuckles on base and lid, and a pin through all of them. */
export const hingeStep = stepKind({
  kind: 'hinge',
  title: 'Hinge the lid with a pin',
  findBy: ['hinge', 'hinged', 'pin', 'knuckle', 'flap', 'door', 'swing', 'open', 'lid', 'turn'],
  group: 'hold',
  about:
    'Knuckles on one side of a case, by turns on base and lid, and a bore for a pin through all of them; the ledger has the lid on all of its way.',
  fields: hingeFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    side: 'in the middle of its straight wall',
    shift: 'from the middle, to the right or to the back',
    count: 'on the base the first, the third and so on',
    gap: 'where the lid turns on it',
    hold: 'where the base holds it',
    round: 'least wall round its bores',
    opens: 'degrees',
  },
  sentence: [
    'Hinge the lid at', { field: 'side', after: ',' }, { field: 'wide', after: ' long,' }, { field: 'count' }, 'knuckles, with a pin', { field: 'pin', before: 'of Ø', after: ';' },
    'it has', { field: 'gap', after: ' in the lid and' }, { field: 'hold', after: ' in the base.' }, 'It opens by', { field: 'opens', after: '.' },
    { field: 'play', rare: true, before: 'Between knuckles are', after: '.' }, { field: 'round', rare: true, before: 'The wall round the pin is', after: '.' }, { field: 'shift', rare: true, before: 'Moved along the wall by', after: '.' },
  ], // prettier-ignore
  surfaces: {
    knuckle: { called: 'knuckle', moved: ['round', 'the wall round the pin'] },
    bore: { called: 'bore for the pin', moved: ['gap', 'the gap round the pin'] },
  },
  start: (at) => startHinge(at),
  // A hinge lets it open: at the other side something has to keep it shut.
  offers: (at): Offer[] =>
    enclosures(at).flatMap(
      ({ step }): Offer[] =>
      worksOnCase(at, 'hinge', step) ? [] : [{ key: `hinge ${step}`, words: 'hinge the lid, with a snap arm at its other side', goal: 'hinge', mends: 'lid-held', about: step, steps: [newStep(at, 'hinge', startHinge(at, step)!), newStep(at, 'snaps', { case: step, sides: 'front', long: 'min(12, case.top - case.bottom - 6)', overlap: '0.4' })] }], // prettier-ignore
    ),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'hinge', fields: { wide: '26', count: '3' } },
  ],
  build: buildHinge,
})

/** As long as half of its wall, up to the usual. */
function startHinge(at: Situation, of?: string): Record<string, unknown> | undefined {
  const found = enclosures(at).find((e) => of === undefined || e.step === of)
  return found && { case: found.step, wide: 'min(30, board.width / 2)', count: '3' } // prettier-ignore
}
