import { POSTS } from '../../enclosures/posts'
import { AROUND_NOTES, aroundWords, postsTouch } from '../around-items'
import { GUSSET_NOTES, GUSSET_SURFACES, gussetWords } from '../gussets'
import { stepKind } from '../step-kind'
import { buildPosts } from './build'
import { screwsReached } from './driven'
import { postsFields } from './fields'
import { offerPosts, startPosts } from './offers'

export const postsStep = stepKind({
  kind: 'posts',
  title: 'Stand the board on posts',
  findBy: ['post', 'standoff', 'pin', 'screw', 'insert', 'bolt', 'nut', 'mount', 'hold the board', 'boss'],
  bought: true,
  group: 'hold',
  about: 'Stands the board on posts; changes the base.',
  fields: postsFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    holes: '`"mounting"`, or a list of hole ids (`h1`, `h2` … in file order)',
    top: '`pin` (through the hole), `pilot` (hole for a screw), `insert` (hole for a heat-set insert, by its screw), `bolt` (for a bolt right through post and floor) or `plain`',
    screw: 'with `insert` and `bolt`',
    insert: 'with `insert`: the hole is 1 mm deeper',
    under: 'with `bolt`: `nut` (pocket for it, ISO 4032) or `bore` (for a cap head, ISO 4762), from underneath',
    ...GUSSET_NOTES,
    ...AROUND_NOTES,
    gap: 'gap round the pin, per side',
    reach: 'length of the pin above the post',
  },
  sentence: [
    'Stand the board on posts at', { field: 'holes', after: ',' }, { field: 'across' }, 'across, with', { field: 'top' },
    { field: 'reach', when: ['top', 'pin'], after: ' long,' },
    { field: 'gap', when: ['top', 'pin'], after: ' clear per side.' },
    { field: 'pilot', when: ['top', 'pilot'], before: 'of Ø', after: '.' },
    { field: 'screw', when: ['top', 'insert', 'bolt'], after: ',' }, { field: 'insert', when: ['top', 'insert'], after: ' long.' },
    { field: 'under', when: ['top', 'bolt'], after: ',' }, { field: 'room', when: ['top', 'bolt'], rare: true, after: ' of room round it.' },
    'Foot rounded', { field: 'foot', after: '.' }, ...gussetWords, ...aroundWords,
  ], // prettier-ignore
  surfaces: {
    pin: { called: 'pin', moved: ['gap', 'the gap round the pin'] },
    tip: { called: 'end of the pin', moved: ['reach', 'the length of the pin'], along: () => 1 },
    pilot: { called: 'pilot hole', moved: ['pilot', 'the pilot hole'] },
    foot: { called: 'foot of the post', moved: ['foot', 'the fillet'] },
    ...GUSSET_SURFACES,
    post: { called: 'post', moved: ['across', 'the post'] },
    hole: { called: 'hole for the insert', moved: ['insert', 'the length of the insert'] },
    cut: { called: 'cut for what stands beside it', moved: ['beside', 'the room beside items'] },
    seat: { called: 'top of the post', moved: ['across', 'the post'] },
  },
  publishes: [POSTS],
  start: startPosts,
  offers: offerPosts,
  example: [
    { kind: 'case', fields: {} },
    { kind: 'posts', fields: { across: '6.4' } },
  ],
  checks: [postsTouch('posts'), screwsReached],
  build: buildPosts,
})
