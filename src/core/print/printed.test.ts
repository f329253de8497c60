import { learntFromRows, readRows } from './printed'
import { emptyProject } from '../document/schema'

test('rows that came out tighter teach how much more room is to be drawn, whatever it was drawn with', () => {
  const rows = [
    { row: 'a', read: 0.08, built: 0.2 },
    { row: 'b', read: 0.25, built: 0.35 },
    { row: 'c', read: -0.01, built: 0.1 },
  ]
  const learnt = learntFromRows(rows)!
  expect(learnt.tighter).toBeCloseTo(0.11, 9)
  expect(learnt.within).toBeCloseTo(0.01, 9)
  expect(learnt.gaps).toEqual({ press: 0.16, snug: 0.21, sliding: 0.31, loose: 0.46 })
  // Printed once more with these gaps, it teaches the same: what is learnt is not added twice.
  const again = rows.map((r) => ({ ...r, read: r.read + 0.11, built: r.built + 0.11 }))
  expect(learntFromRows(again)!.gaps).toEqual(learnt.gaps)
})

test('one reading that is far off does not lead the others astray, but is told by how far they disagree', () => {
  const rows = [0.1, 0.11, 0.12, 0.6].map((off, i) => ({ row: `${i}`, read: 0.5 - off, built: 0.5 }))
  expect(learntFromRows(rows)!.tighter).toBeCloseTo(0.115, 9)
  expect(learntFromRows(rows)!.within).toBeCloseTo(0.485, 9)
  expect(learntFromRows([])).toBeUndefined()
})

test('gaps that no fit class was asked for teach nothing, as long as others do', () => {
  const upright = { row: 'roof', read: 1, built: 1 }
  const fits = [0.1, 0.12].map((off, i) => ({ row: `${i}`, read: 0.3 - off, built: 0.3, fit: 'loose' as const }))
  expect(learntFromRows([upright, ...fits])).toMatchObject({ tighter: expect.closeTo(0.11, 9), rows: 2 })
  expect(learntFromRows([upright])).toMatchObject({ tighter: 0, rows: 1 })
})

test('what was read is a formula; one that comes to nothing is left out', () => {
  const project = { ...emptyProject('x'), printed: [{ row: 'a', read: '(8.2 - 8.04) / 2', built: 0.2 }, { row: 'b', read: 'nothing', built: 0.2 }] } // prettier-ignore
  const value = (f: string) => (f === 'nothing' ? undefined : 0.08)
  expect(readRows(project, value)).toEqual([{ row: 'a', read: 0.08, built: 0.2 }])
})
