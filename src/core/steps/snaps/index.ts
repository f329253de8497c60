import { CLOSURE } from '../../enclosures/closure'
import { caseAt, offerOnCase } from '../cases'
import { clearSides } from '../clear-places'
import type { Situation } from '../offer'
import { ON_SIDES_NOTES, onSidesWords } from '../on-sides'
import { stepKind } from '../step-kind'
import { armsBear, UPRIGHT } from '../bent-arms'
import { buildSnaps } from './build'
import { snapsFields } from './fields'

/** Arms that hang from the lid outside of the base, and catch under an edge of its wall. */
export const snapsStep = stepKind({
  kind: 'snaps',
  title: 'Snap the lid on',
  findBy: ['snap', 'clip', 'latch', 'catch', 'close', 'lid', 'hook', 'click', 'fasten', 'shut', 'without screws'],
  group: 'hold',
  about:
    'Snap arms on the lid that catch in pockets of the base; changes both. The wall is thickened where it is too thin for them.',
  fields: snapsFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    ...ON_SIDES_NOTES,
    long: 'from the root to the catch, which is as low as it can be',
    overlap: 'so far an arm bends as it closes',
    lead: 'degrees between the slope and the way in',
    gap: 'between arm and wall',
    play: 'over the catch',
  },
  sentence: [
    'Snap the lid on at', ...onSidesWords, 'arms', { field: 'wide', after: ' wide,' }, { field: 'thick', after: ' thick' }, 'and', { field: 'long', after: ' long,' },
    'that reach', { field: 'overlap' }, 'under.', { field: 'lead', rare: true, before: 'Led in by', after: '.' },
    { field: 'gap', before: 'They keep', after: ' off the wall' }, 'and have', { field: 'play', after: ' of play.' },
  ], // prettier-ignore
  publishes: [CLOSURE],
  facts: { strain: 'strain at the roots of the arms as it closes, %' },
  printer: ['line', 'filament'],
  surfaces: {
    arm: { called: 'snap arm', moved: ['thick', 'the thickness'] },
    pad: { called: 'thickened wall' },
    pocket: { called: 'pocket for a catch', moved: ['play', 'the play'] },
  },
  start: (at) => startSnaps(at),
  offers: (at) =>
    offerOnCase(at, 'snaps', { words: 'snap the lid on', goal: 'snap', mends: 'lid-held' }, (step) =>
      startSnaps(at, step),
    ),
  checks: [(at) => armsBear(at, 'arm', UPRIGHT)],
  example: [
    { kind: 'case', fields: {} },
    { kind: 'snaps', fields: { overlap: '0.4' } },
  ],
  build: buildSnaps,
})

/** How wide an arm with its pocket and wall is as it is begun, mm. */
const USUAL = 12

/** As long as the case has room for, up to the usual; on the sides, and as near their middle, as nothing reaches out of. */
function startSnaps(at: Situation, of?: string): Record<string, unknown> | undefined {
  const found = caseAt(at, of)
  return found && { case: found.step, ...clearSides(found.reference, USUAL), long: 'min(12, case.top - case.bottom - 6)', overlap: '0.4' } // prettier-ignore
}
