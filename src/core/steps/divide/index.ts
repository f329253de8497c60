import { CUT_ROLES } from '../../divide/kerf'
import { DIVIDED } from '../../divide/seam'
import { stepKind } from '../step-kind'
import { buildDivide } from './build'
import { fields, SHAPED } from './fields'
import { offerDivide, startDivide } from './offers'

/** A part made into pieces. */
export const divideStep = stepKind({
  kind: 'divide',
  title: 'Divide a part into pieces',
  findBy: ['split', 'cut in two', 'cut up', 'halve', 'pieces', 'too large', 'bed', 'joint', 'finger', 'dovetail', 'puzzle', 'lap', 'take off', 'glue', 'supports', 'saw', 'choose pieces'], // prettier-ignore
  group: 'divide',
  about: 'Divides a part into pieces, each a part of its own, with the same gap everywhere between them. The pieces are named in order, from behind the cut to its front.', // prettier-ignore
  fields,
  fieldNotes: {
    part: 'id of the part; its pieces are `ID.1`, `ID.2` …, ID being the step’s',
    line: '`straight` along the plane, in `fingers`, `dovetail`s, with a `lap`, in round knobs (`puzzle`), as `drawn`, along a round `face` drawn on past its edges, or, with `may` `piece`, along the faces that what `holds` has stands on (`foot`): what stands out as far as edges turn outwards; or through a closed `run` of edges, between them as the faces round it go on',
    face: 'with `face`: a cylinder, a cone or a ball; what stands on its free side is in front, and all of the gap is taken from that',
    run: 'with `run`: edges of the part that together go once round what `holds` has, as the edges of a panel',
    drawing:
      'with `drawn`: id of a drawing step whose one open line is carried through, square to the drawing; empty: the nearest',
    at: 'as in a drawing; what its normal leads to is in front',
    count: 'with `fingers`, `dovetail` and `puzzle`: tongues of the piece behind',
    deep: 'how far tongues reach into the other piece, or how long the lap is',
    lean: 'degrees, with `dovetail`',
    along: '`long`, `short`, or as `usual`: laps along the shorter side of the cut, all else along the longer',
    gap: '0: the pieces touch',
    side: 'of a cut along a flat face: `front`, so that nothing is shaved off the face',
    may: '`whole`; only the `piece` that has a face, and comes off alone; or only what lies in a `box` on the plane',
    holds: 'with `piece`: faces of it, the first of which counts',
    middle: 'with `box`: on the plane, as in a drawing',
    pitch: 'with more than one cut: from one to the next, to the front',
    stay: '`all`, or only those that have one of some `picked` faces; the others are gone',
    stays: 'with `picked`: a face of each piece that stays, kept by the place at which it was picked',
    lie: 'straight cuts only: `cut` lays each piece on its cut face; with `piece`, only the one that comes off',
  },
  sentence: [
    'Divide', { field: 'part' }, { field: 'line' }, { field: 'drawing', when: ['line', 'drawn'], after: ',' }, { field: 'face', when: ['line', 'face'], after: ',' }, { field: 'run', when: ['line', 'run'], after: ',' },
    { field: 'at', when: ['line', 'straight', ...SHAPED], before: 'at', after: ',' },
    { field: 'count', when: ['line', 'fingers', 'dovetail', 'puzzle'], after: ' of them,' }, { field: 'deep', when: ['line', ...SHAPED], after: ' deep,' },
    { field: 'lean', rare: true, when: ['line', 'dovetail'], before: 'leaning', after: ',' }, { field: 'along', rare: true, when: ['line', ...SHAPED], after: ',' },
    { field: 'gap', before: 'with', after: ' between the pieces,' }, { field: 'side', rare: true, when: ['line', 'straight', 'drawn', ...SHAPED], before: 'taken', after: ',' },
    { field: 'may', before: 'cutting' }, { field: 'holds', when: ['may', 'piece'] }, { field: 'middle', when: ['may', 'box'], before: 'round' },
    { field: 'wide', when: ['may', 'box'] }, { field: 'high', when: ['may', 'box'], before: 'by' },
    { field: 'times', rare: true, before: 'in', after: ' cuts' }, { field: 'pitch', rare: true, before: 'every' }, { field: 'stay', rare: true, after: ' ' }, { field: 'stays', when: ['stay', 'picked'], after: ',' },
    { field: 'lie', before: 'and printing them', after: '.' },
  ], // prettier-ignore
  publishes: [DIVIDED],
  facts: { gap: 'gap between the pieces' },
  surfaces: {
    [CUT_ROLES.front]: {
      called: 'cut of the piece in front',
      moved: ['gap', 'the gap between the pieces'],
      along: () => 1,
    },
    [CUT_ROLES.behind]: {
      called: 'cut of the piece behind',
      moved: ['gap', 'the gap between the pieces'],
      along: () => -1,
    },
  },
  start: startDivide,
  offers: offerDivide,
  example: [
    { kind: 'solid', fields: { width: '60', depth: '24', height: '10' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
  ],
  build: buildDivide,
})
