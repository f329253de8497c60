import { CLOSURE } from '../../enclosures/closure'
import { offerOnCase, startOnCase } from '../cases'
import { stepKind } from '../step-kind'
import { buildTowers } from './build'
import { towersFields } from './fields'

/** Screws at the corners, outside of the room: the lid into the base. */
export const towersStep = stepKind({
  kind: 'towers',
  title: 'Screw the lid to the base at its corners',
  findBy: ['screw', 'lid', 'corner', 'boss', 'close', 'bolt', 'insert', 'fasten', 'shut', 'tower', 'tight'],
  group: 'hold',
  about:
    'Towers at the corners of a case, outside of its room, with screws from the lid into inserts, pilot holes or nuts of the base; changes both.',
  fields: towersFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    at: '`corners` (all four) or `diagonal` (two of them, so that the lid goes on two ways)',
    into: '`insert` (heat-set), `pilot` (thread-forming, 0.82 of the diameter) or `nut` (a pocket for it underneath, ISO 4032)',
    insert: 'with `insert`: its hole is 1 mm deeper',
    head: '`bore` (let in, for a cap head, ISO 4762), `sunk` (countersunk, ISO 10642) or `plain`',
    round: 'least wall round heads, inserts and nuts',
  },
  sentence: [
    'Screw the lid to the base at', { field: 'at', after: ':' }, { field: 'screw' }, 'with its head', { field: 'head', after: ',' }, 'into', { field: 'into', after: ',' },
    { field: 'insert', when: ['into', 'insert'], after: ' long,' }, { field: 'round', after: ' of wall round it.' }, { field: 'room', rare: true, before: 'Round head and nut', after: '.' },
  ], // prettier-ignore
  publishes: [CLOSURE],
  printer: ['line'],
  surfaces: {
    tower: { called: 'tower', moved: ['round', 'the wall round the screw'], along: () => 1 },
    hole: { called: 'hole for the screw' },
    pocket: { called: 'pocket for the nut' },
    head: { called: 'recess for the head', moved: ['room', 'the room round the head'] },
  },
  start: startOnCase,
  offers: (at) =>
    offerOnCase(at, 'towers', {
      words: 'screw the lid on at its corners',
      goal: 'close at corners',
      mends: 'lid-held',
    }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'towers', fields: {} },
  ],
  build: buildTowers,
})
