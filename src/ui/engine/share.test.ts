import type { LedgerRow } from '@/core/fit/ledger'
import type { BuildView } from '@/worker/build.worker'
import { shareBuild, shareRows } from './share'

const report = (id: string, clear: number) => ({
  id,
  values: { clear },
  problems: [],
  notes: [],
  stale: false,
  reused: false,
})
const reference = (key: string) => ({ key, id: 'r', name: 'Board', items: [], candidates: [] }) as never
const build = (clear: number, key = 'k'): BuildView => ({
  quality: 'view',
  parts: [],
  rows: [],
  steps: [report('wrap', clear), report('posts', 1)],
  references: [reference(key)],
  outlines: [],
  measures: [],
  names: { line: 0.42 },
  numberProblems: {},
  took: 1,
})

test('only what changed is a new object', () => {
  const before = build(0.7)
  const after = shareBuild(before, build(0.8))
  expect(after.steps[0]).not.toBe(before.steps[0])
  expect(after.steps[0]!.values.clear).toBe(0.8)
  expect(after.steps[1]).toBe(before.steps[1])
  expect(after.references).toBe(before.references)
  expect(after.names).toBe(before.names)
})

test('a reference that changed is shown as it is now', () => {
  const before = build(0.7)
  const after = shareBuild(before, build(0.7, 'other'))
  expect(after.references[0]!.key).toBe('other')
})

test('rows of the ledger are shared one by one', () => {
  const row = (id: string, measured: number) => ({ id, measured, wanted: 0.7, verdict: 'holds' }) as LedgerRow
  const before = [row('a', 0.7), row('b', 0.2)]
  const after = shareRows(before, [row('a', 0.7), row('b', 0.3), row('c', 1)])
  expect(after.map((r, i) => r === before[i])).toEqual([true, false, false])
  expect(after.map((r) => r.measured)).toEqual([0.7, 0.3, 1])
})
