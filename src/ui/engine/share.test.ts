import type { LedgerRow } from '@/core/fit/ledger'
import { keysOf, type SentBuild, type StepView } from '@/worker/views'
import { shareBuild, shareRows } from './share'

const report = (id: string, clear: number): StepView => ({
  id,
  values: { clear },
  problems: [],
  notes: [],
  stale: false,
  reused: false,
  key: `${id} ${clear}`,
})
const reference = (key: string) => ({ key, id: 'r', name: 'Board', items: [], candidates: [] }) as never
const part = (key: string, name = 'Base') => ({
  id: 'base',
  name,
  color: '#fff',
  key,
  volume: 1,
  middle: [0, 0, 0] as const,
  print: [],
  lies: [0, 0, 0] as const,
})
const body = { surfaces: [] } as never
const build = (clear: number, change: Partial<SentBuild> = {}): SentBuild => ({
  quality: 'view',
  parts: [{ ...part('p'), body }],
  rows: [],
  left: [],
  usedUp: {},
  steps: [report('wrap', clear), report('posts', 1)],
  references: [reference('k')],
  outlines: [],
  measures: [{ id: 'm', key: 'm1', found: { ok: false } as never }],
  names: { line: { value: 0.42, dimension: 'length' } },
  numberProblems: {},
  namesKey: 'n',
  took: 1,
  ...change,
})

test('what the page has is left out when it is sent, and put back in', () => {
  const before = shareBuild(undefined, build(0.55))
  expect(keysOf(before)).toEqual(['p', 'k', 'wrap 0.55', 'posts 1'])
  const sent = build(0.8, {
    parts: [part('p')],
    references: [{ same: 'k' }],
    steps: [report('wrap', 0.8), { same: 'posts 1' }],
  })
  const after = shareBuild(before, sent)
  expect(after.steps[0]).not.toBe(before.steps[0])
  expect(after.steps[0]!.values.clear).toBe(0.8)
  expect(after.steps[1]).toBe(before.steps[1])
  expect(after.references).toBe(before.references)
  expect(after.parts).toBe(before.parts)
  expect(after.measures).toBe(before.measures)
  expect(after.names).toBe(before.names)
})

test('a part that is only called otherwise keeps its shape', () => {
  const before = shareBuild(undefined, build(0.55))
  const after = shareBuild(before, build(0.55, { parts: [part('p', 'Tub')] }))
  expect(after.parts[0]).toMatchObject({ name: 'Tub', body })
})

test('a reference that changed is shown as it is now', () => {
  const before = shareBuild(undefined, build(0.55))
  const after = shareBuild(before, build(0.55, { references: [reference('other')] }))
  expect(after.references[0]!.key).toBe('other')
})

test('rows of the ledger are shared one by one', () => {
  const row = (id: string, measured: number) => ({ id, measured, wanted: 0.55, verdict: 'holds' }) as LedgerRow
  const before = [row('a', 0.55), row('b', 0.2)]
  const after = shareRows(before, [row('a', 0.55), row('b', 0.3), row('c', 1)])
  expect(after.map((r, i) => r === before[i])).toEqual([true, false, false])
  expect(after.map((r) => r.measured)).toEqual([0.55, 0.3, 1])
})
