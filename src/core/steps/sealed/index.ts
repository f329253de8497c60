import { CLOSURE } from '../../enclosures/closure'
import { offerOnCase, startOnCase } from '../cases'
import { stepKind } from '../step-kind'
import { buildSealed, sealedFields } from './build'

/** A case printed in one round what is laid into it half-way. */
export const sealedStep = stepKind({
  kind: 'sealed',
  title: 'Seal it in: print the case in one, with a pause',
  findBy: ['seal', 'sealed', 'pause', 'embed', 'insert while printing', 'print around', 'one piece', 'tamper', 'close', 'lid', 'shut'], // prettier-ignore
  group: 'hold',
  about:
    'Makes base and lid of a case one part, whose print halts so that the board can be laid in; the lid is used up. What the wall closes over is given a way in. The height of the pause is kept with the part, and said in exports.',
  fields: sealedFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    over: 'the pause is at the first end of a layer that is so far above the highest of what is laid in',
    way: 'round what reaches into the wall, on its way in',
  },
  sentence: [
    'Print the case in one and halt it', { field: 'over', before: 'at least', after: ' above what is laid in.' },
    { field: 'way', rare: true, before: 'What reaches into the wall has', after: ' on its way in.' },
  ], // prettier-ignore
  publishes: [CLOSURE],
  facts: { pause: 'height of the pause over the bed' },
  printer: ['layer', 'first', 'line'],
  surfaces: { seam: { called: 'seam' }, way: { called: 'way in', moved: ['way', 'the gap of the way in'] } },
  start: startOnCase,
  offers: (at) =>
    offerOnCase(at, 'sealed', { words: 'seal it in, printed in one with a pause', goal: 'seal', mends: 'lid-held' }),
  example: [
    { kind: 'case', fields: { clearAbove: '1.2' } },
    { kind: 'sealed', fields: {} },
  ],
  build: buildSealed,
})
