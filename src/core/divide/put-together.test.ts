import { built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { setField } from '../document/edits'
import { measureLedger } from '../fit/ledger'
import { rowsAfterDividing } from '../sheet/rows-after-dividing'
import { cameFrom, togetherOf } from './put-together'
import { shadeOf } from './shades'

const PLATE: StepOf = ['solid', { width: '120', depth: '90', height: '12' }, 'plate']
const HALVES: StepOf = ['divide', { part: 'plate', at: { base: 'side', off: '0' }, gap: '0.1' }, 'a']
const QUARTERS: StepOf[] = [
  ['divide', { part: 'a.1', at: { base: 'front', off: '0' }, gap: '0.1' }, 'b'],
  ['divide', { part: 'a.2', at: { base: 'front', off: '0' }, gap: '0.1' }, 'c'],
]
const DIVIDING = new Set(['a', 'b', 'c'])

test('what was divided last goes together first, and then as one', async () => {
  const { build, problems } = await built(sheetOf(PLATE, HALVES, ['tongue', { cut: 'a' }, 't'], ...QUARTERS))
  expect(problems).toEqual([])
  expect(togetherOf(build.rows, DIVIDING).map((t) => [t.pieces, t.onto, t.from])).toEqual([
    [['c.2'], ['c.1'], 'the front'],
    [['b.2'], ['b.1'], 'the front'],
    [['c.1', 'c.2'], ['b.1', 'b.2'], 'the right'],
  ])
  // The tongue of the first cut goes through both cuts after it; its gap is still measured, and all of it goes together.
  const rows = measureLedger(build)
  expect(rows.every((r) => r.verdict === 'holds')).toBe(true)
  expect(rows.find((r) => r.between.startsWith('Tongue at cut 1'))!.measured).toBeCloseTo(0.1, 2)
  expect(build.parts.map((p) => p.name)).toEqual(['Part 1.1', 'Part 1.2', 'Part 2.1', 'Part 2.2'])
  expect(build.parts.map((p) => p.piece!.away)).toEqual([[0, 0, 0], [0, -1, 0], [1, 0, 0], [1, -1, 0]]) // prettier-ignore
  expect(Object.values(build.usedUp)).toEqual(['Part', 'Part 1', 'Part 2'])
})

test('cuts and joints follow an early change, or say what stops them', async () => {
  const project = sheetOf(PLATE, HALVES, ['tongue', { cut: 'a', wall: '2' }, 't'])
  const thicker = await built(setField('plate', 'height', '20')(project))
  expect(thicker.problems).toEqual([])
  expect(measureLedger(thicker.build).every((r) => r.verdict === 'holds')).toBe(true)
  const thin = await built(setField('plate', 'height', '4')(project))
  expect(thin.problems).toEqual([expect.objectContaining({ field: 'wall' })])
  // The pieces are there all the same.
  expect(thin.build.parts.map((p) => Math.round(p.volume))).toEqual([59.95 * 90 * 4, 59.95 * 90 * 4].map(Math.round))
})

test('a gap that was measured on the whole is measured on its pieces', () => {
  const name = { step: 'pipe', role: 'side' }
  const rows = [{ id: 'r', between: 'x', wanted: 0, tolerance: 1, rule: 'exact' as const, a: { of: 'parts' as const, parts: ['block'], surfaces: name }, b: { of: 'whole' as const, part: 'pipe' } }] // prettier-ignore
  expect(rowsAfterDividing(rows, ['block'], ['d.1', 'd.2'])[0]!.a).toMatchObject({ parts: ['d.1', 'd.2'] })
  expect(rowsAfterDividing(rows, ['other'], ['d.1', 'd.2'])).toEqual(rows)
  // What is about all of a part that is no more, but along no way, is no more either.
  expect(rowsAfterDividing(rows, ['pipe'], ['d.1', 'd.2'])).toEqual([])
})

test('from where a piece came is said as one looks from the front', () => {
  expect([cameFrom([3, 0, 0]), cameFrom([0, -2, 0]), cameFrom([0, 0, 5]), cameFrom([-4, 1, 0])]).toEqual(['the right', 'the front', 'above', 'the left, at a slant']) // prettier-ignore
})

test('shades of a colour are colours, told apart', () => {
  const shades = [0, 1, 2, 3, 4, 5].map((n) => shadeOf('#9db096', n))
  expect(new Set(shades).size).toBe(6)
  expect(shades.every((s) => /^#[0-9a-f]{6}$/.test(s))).toBe(true)
  expect(shades[0]).toBe('#9db096')
})
