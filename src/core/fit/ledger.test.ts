import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../tests/support/boards'
import { setField, setItemState } from '../document/edits'
import { Kernel } from '../kernel/kernel'
import { Builder } from '../sheet/builder'
import { GapCache, judge, measureLedger } from './ledger'

test('a row is measured again only when one of its sides has changed', async () => {
  const { project, models } = wrapped(await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true }))))
  const builder = new Builder(await Kernel.load())
  const cache = new GapCache()
  const measure = async (document: typeof project) =>
    measureLedger(await builder.build(document, models, 'drag'), undefined, cache)
  const first = await measure(project)
  /** Rows that were measured anew: their places are other objects. */
  const anew = (rows: typeof first) =>
    rows.filter((r) => r.at?.[0] !== first.find((f) => f.id === r.id)?.at?.[0]).map((r) => r.between)
  expect(anew(await measure(project))).toEqual([])
  const opening = project.steps.find((s) => s.kind === 'opening')!.id
  const roof = await measure(setField(project.steps[0]!.id, 'roof', '2.6')(project))
  expect(anew(roof)).not.toContain('Pins in board holes')
  expect(anew(roof)).toContain('chip under the roof')
  await measure(project)
  const again = await measure(setField(opening, 'gap', '0.6')(project))
  expect(again.find((r) => r.between === 'socket in its opening')!.measured).toBeCloseTo(0.6, 1)
  const out = await measure(setItemState('board', 'sensor assembly/pin', 'left-out')(project))
  expect(out.find((r) => r.between.endsWith('above the floor'))!.between).not.toContain('pin above')
  builder.dispose()
})

test.each([
  [{ wanted: 0.2, tolerance: 0.05, rule: 'exact' as const }, 0.14, 'tight'],
  [{ wanted: 0.2, tolerance: 0.05, rule: 'exact' as const }, 0.15, 'holds'],
  [{ wanted: 0.2, tolerance: 0.05, rule: 'exact' as const }, 0.26, 'wide'],
  [{ wanted: 0.2, tolerance: 0.05, rule: 'at-least' as const }, 9, 'holds'],
  [{ wanted: 0.2, tolerance: 0.05, rule: 'at-least' as const }, undefined, 'lost'],
])('%j measured %s: %s', (row, measured, verdict) => expect(judge(row, measured)).toBe(verdict))
