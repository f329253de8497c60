import { stepKind } from '../step-kind'
import { ENCLOSURE } from '../../enclosures/enclosure'
import { buildCase } from './build'
import { closedIn } from './closed-in'
import { caseFields } from './fields'
import { goesTogether } from './put-together'
import { lidHeld } from './lid-held'
import { offerCase, startCase } from './offers'

export const caseStep = stepKind({
  kind: 'case',
  title: 'Wrap a board in a case',
  findBy: ['wrap', 'case', 'enclosure', 'box', 'lid', 'housing', 'board'],
  group: 'make',
  about: 'Wraps a board; makes the parts `base` and `lid`.',
  fields: caseFields,
  fieldNotes: {
    reference: 'id of the reference; empty: the first with a board',
    also: 'ids of references whose boards lie in the same case, each at its own place and height; steps on one of them name the case as `case-id.reference-id`',
    corner:
      'least radius of outward outside corners; they follow the cavity, a wall further out, and are only made rounder by this',
    over: 'item id to `out` (let out by an opening) or `in` (the cavity widens round it)',
    parting: 'height above the ground at which base and lid part',
    lip: 'height of the lip on the base',
    fit: 'gap between lip and groove, by fit class',
  },
  sentence: [
    'Wrap', { field: 'reference' }, { field: 'also', rare: true, before: 'together with' }, 'along', { field: 'outline', after: ',' },
    { field: 'clear' }, 'clear per side,', { field: 'clearAbove' }, 'above and', { field: 'clearBelow' }, 'below. Walls', { field: 'wall', after: ',' },
    'floor', { field: 'floor', after: ',' }, 'roof', { field: 'roof', after: ',' }, 'outside corners at least', { field: 'corner', after: '.' },
    'Over the edge:', { field: 'over', after: '.' },
    'Part it at', { field: 'parting' }, 'with a', { field: 'fit' }, 'lip,', { field: 'lip' }, 'high.',
  ], // prettier-ignore
  publishes: [ENCLOSURE],
  facts: {
    floor: 'top of the floor',
    roof: 'underside of the roof',
    top: 'top of the roof',
    bottom: 'underside of the floor',
    parting: 'where base and lid part',
  },
  printer: ['line'],
  surfaces: {
    cavity: { called: 'inside of the wall', moved: ['clear', 'the clearance'] },
    wall: { called: 'outside of the wall', moved: ['wall', 'the wall'], along: () => 1 },
    'floor:under': { called: 'underside', moved: ['floor', 'the floor'], along: () => 1 },
    ledge: { called: 'ledge', moved: ['clear', 'the clearance'] },
    floor: { called: 'floor', moved: ['clearBelow', 'the room below'] },
    'roof:top': { called: 'top', moved: ['roof', 'the roof'], along: () => 1 },
    roof: { called: 'roof', moved: ['clearAbove', 'the room above'] },
    rim: { called: 'rim', moved: ['parting', 'the parting height'] },
    'lip:side': { called: 'lip', moved: ['lip', 'the lip'] },
    'lip:top': { called: 'top of the lip', moved: ['lip', 'the lip'] },
    'groove:side': { called: 'groove', moved: ['lip', 'the lip'] },
    'groove:top': { called: 'end of the groove', moved: ['lip', 'the lip'] },
  },
  start: startCase,
  offers: offerCase,
  checks: [lidHeld, closedIn, goesTogether],
  migrations: {
    3: (fields) => ({ clear: '0.7', wall: '4*line + fit.snug', floor: '1.6', roof: '1.6', ...fields }),
  },
  example: [{ kind: 'case', fields: { clear: '0.55' } }],
  build: buildCase,
})
