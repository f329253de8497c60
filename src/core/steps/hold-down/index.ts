import { CLOSURE } from '../../enclosures/closure'
import { AROUND_NOTES, aroundWords, postsTouch } from '../around-items'
import { GUSSET_NOTES, GUSSET_SURFACES, gussetWords } from '../gussets'
import { stepKind } from '../step-kind'
import { buildHoldDown } from './build'
import { holdDownFields } from './fields'
import { offerHoldDown, startHoldDown } from './offers'

/** Posts that come down from the lid onto the board: they hold it down, and screws through them hold the lid. */
export const holdDownStep = stepKind({
  kind: 'hold-down',
  title: 'Hold the board down from the lid',
  findBy: ['screw', 'lid', 'hold down', 'hold the board', 'close', 'bolt', 'post', 'fasten', 'shut', 'from above'],
  bought: true,
  group: 'hold',
  about: 'Posts from the lid down to the board at its holes; screws through them hold the lid. Changes the lid.',
  fields: holdDownFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    posts: 'id of the posts step that they meet; empty: the nearest',
    holes: '`"mounting"`, or a list of hole ids',
    end: '`screw` (a screw goes through from outside into the posts), `pin` (hollow, for pins that come through the board) or `plain`',
    head: 'with `screw`: `bore` (let in, for a cap head, ISO 4762), `sunk` (countersunk, ISO 10642) or `plain`',
    ...GUSSET_NOTES,
    ...AROUND_NOTES,
  },
  sentence: [
    'Hold the board down from the lid at', { field: 'holes', after: ',' }, 'posts', { field: 'across' }, 'across,', { field: 'gap' }, 'above it, with room for', { field: 'end' },
    { field: 'screw', when: ['end', 'screw'] }, { field: 'head', when: ['end', 'screw'], before: 'with its head', after: '.' },
    { field: 'room', when: ['end', 'screw'], rare: true, before: 'Round the head', after: '.' },
    { field: 'pin', when: ['end', 'pin'], after: ' clear per side.' }, 'Foot rounded', { field: 'foot', after: '.' }, ...gussetWords, ...aroundWords,
  ], // prettier-ignore
  publishes: [CLOSURE],
  surfaces: {
    post: { called: 'post from the lid', moved: ['across', 'the post'] },
    foot: { called: 'foot of the post', moved: ['foot', 'the fillet'] },
    ...GUSSET_SURFACES,
    seat: { called: 'end of the post', moved: ['gap', 'the gap above the board'] },
    socket: { called: 'hole for the pin', moved: ['pin', 'the gap round the pin'] },
    hole: { called: 'hole for the screw' },
    head: { called: 'recess for the head', moved: ['room', 'the room round the head'] },
    cut: { called: 'cut for what stands beside it', moved: ['beside', 'the room beside items'] },
  },
  start: startHoldDown,
  offers: offerHoldDown,
  checks: [postsTouch('hold-down')],
  example: [
    { kind: 'case', fields: {} },
    { kind: 'posts', fields: { top: 'insert', insert: '3', across: '7.4' } },
    { kind: 'hold-down', fields: { screw: 'M3' } },
  ],
  build: buildHoldDown,
})
