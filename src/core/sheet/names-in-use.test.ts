import { registerTestKinds, sheet, step } from '../../../tests/support/kinds'
import { addReading, setBlock, setMove, setNumber } from '../document/edits'
import { makeReference, type Project } from '../document/schema'
import { renameNumber, renameReading, renameReference, whyNotCalled } from './names-in-use'

registerTestKinds()
const start: Project = [
  setNumber('n1', 'room', '2 mm'),
  setNumber('n2', 'roomier', 'room + room.x + max(room, 1)'),
  addReading('r1', 'pin'),
  setBlock({ id: 'b', name: 'Stone', shape: { kind: 'box', width: 'room', depth: 'pin', height: '2*room' }, at: ['0', 'room', 'pin'], keepOut: false }), // prettier-ignore
  (p: Project): Project => ({ ...p, references: [makeReference({ id: 'ref', name: 'RL-2', kind: 'step', file: 'a'.repeat(64), fileName: 'b.step' })] }), // prettier-ignore
  setMove('ref', { id: 'm', kind: 'move', by: ['rl2.width', 'room', '1/2'] }),
].reduce((p, edit) => edit(p), sheet(step('s', 'slab', { width: 'rl2.width + room', height: 'pin' }), step('odd', 'unknown', { width: 'room' }))) // prettier-ignore

test('a number that is renamed is renamed in every formula, and nowhere else', () => {
  const next = renameNumber('n1', 'gap_1')(start)
  expect(next.numbers.map((n) => [n.name, n.formula])).toEqual([
    ['gap_1', '2 mm'],
    // `room.x` and `roomier` are other names.
    ['roomier', 'gap_1 + room.x + max(gap_1, 1)'],
  ])
  expect(next.blocks[0]).toMatchObject({ shape: { width: 'gap_1', depth: 'pin', height: '2*gap_1' }, at: ['0', 'gap_1', 'pin'] }) // prettier-ignore
  expect(next.references[0]!.moves[0]).toMatchObject({ by: ['rl2.width', 'gap_1', '1/2'] })
  expect(next.steps[0]!.fields).toEqual({ width: 'rl2.width + gap_1', height: 'pin' })
  expect(next.steps[1]).toBe(start.steps[1])
})

test('there and back is the same project', () => {
  const ways: [(p: Project) => Project, (p: Project) => Project][] = [
    [renameNumber('n1', 'other'), renameNumber('n1', 'room')],
    [renameReading('r1', 'axle'), renameReading('r1', 'pin')],
    [renameReference('ref', 'Bean board'), renameReference('ref', 'RL-2')],
  ]
  for (const [there, back] of ways) expect(back(there(start))).toEqual(start)
  expect(renameNumber('none', 'x')(start)).toBe(start)
})

test('a reference that is renamed keeps the formulas that use its board', () => {
  const next = renameReference('ref', ' Bean board ')(start)
  expect(next.references[0]!.name).toBe('Bean board')
  expect(next.steps[0]!.fields.width).toBe('beanboard.width + room')
  expect(renameReference('ref', '  ')(start)).toBe(start)
})

test.each([
  ['line', /printer/],
  ['mm', /unit/],
  ['thou', /unit/],
  ['max', /function/],
  ['sqrt', /function/],
  ['board', /board/],
  ['case', /step/],
  ['case2', /step/],
  ['room', /already/],
  ['pin', /already/],
  ['2x', /begins with a letter/],
  ['a b', /letters/],
])('%s cannot be the name of a number: %s', (name, why) => expect(whyNotCalled(start, name)).toMatch(why))

test('names that are free, or its own, can be', () => {
  for (const name of ['gap', 'casework', 'liner', 'x']) expect(whyNotCalled(start, name)).toBeUndefined()
  expect(whyNotCalled(start, 'room', 'room')).toBeUndefined()
})
