import { keepMeasure, paintFace, setRow, together } from '../document/edits'
import type { MeasureEnd } from '../document/measure-schema'
import type { KeptFace } from '../document/pick-schema'
import { emptyProject, makeReference, type Project } from '../document/schema'
import { swapReference } from './swap-reference'

const wall = (edge: string): KeptFace => ({
  name: { step: 'wrap', role: 'outer', segment: edge },
  near: [0, 0, 4],
  of: 1,
})
const ends = (edge: string): [MeasureEnd, MeasureEnd] => [
  { owner: 'wrap.base', as: 'face', point: [0, 0, 4], on: wall(edge) },
  { reference: 'rl2', owner: 'Socket', as: 'item', point: [0, 0, 0] },
]
const before: Project = {
  ...emptyProject('Rain logger'),
  references: [makeReference({ id: 'rl2', name: 'RL-2', kind: 'step', file: 'a'.repeat(64), fileName: 'rl-2.step' })],
  steps: [{ id: 'wrap', kind: 'case', off: false, fields: { reference: 'rl2' } }],
}
const start = together(
  keepMeasure({ id: 'm', name: 'gap', ends: ends('e3') }),
  setRow({ id: 'r', name: '', ends: ends('e3'), rule: 'exact', wanted: '0.5', tolerance: '0.05', on: 'stands' }),
  paintFace('wrap.base', wall('e3'), '#c8863c'),
)(before)

test('kept lengths, rows and coloured faces go over to the edges and items that the old ones were matched with', () => {
  const next = swapReference(
    'rl2',
    { file: 'b'.repeat(64), fileName: 'rl-2-b.step', kind: 'step' },
    { items: { Socket: 'USB socket' }, edges: { e3: 'e5' } },
    { wrap: 'rl2' },
  )(start)
  for (const { ends: now } of [...next.measures, ...next.rows]) {
    expect(now[0].on!.name.segment).toBe('e5')
    expect(now[1].owner).toBe('USB socket')
  }
  expect(next.parts['wrap.base']!.faces![0]!.face.name.segment).toBe('e5')
})
