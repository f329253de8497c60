import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { measureLedger } from '../../fit/ledger'

const BAR: StepOf = ['solid', { width: '90', depth: '40', height: '20' }, 'bar']
const CUT: StepOf = ['divide', { part: 'bar', at: { base: 'side', off: '10' }, gap: '0.2' }, 'd']

async function lapped(fields: Fields = {}, ...before: StepOf[]) {
  const all = await built(sheetOf(...(before.length > 0 ? before : [BAR, CUT]), ['seam-rim', { wide: '1.2', high: '3', gap: '0.15', ...fields }, 'rim'])) // prettier-ignore
  return { ...all, rows: measureLedger(all.build) }
}
const HALVES = [(55 - 0.1) * 800, (35 - 0.1) * 800]
/** What lies within a distance of the outside of the section. */
const band = (by: number) => 800 - (40 - 2 * by) * (20 - 2 * by)

test.each([
  ['behind', 0],
  ['front', 1],
])('a rim on the piece %s: the one gains it, the other loses it with its gap, and they go together', async (on, own) => {
  const { volumes, problems, rows, build } = await lapped({ on })
  expect(problems).toEqual([])
  const [mine, others] = own === 0 ? ['d.1', 'd.2'] : ['d.2', 'd.1']
  expect(volumes[mine]! - HALVES[own]!).toBeCloseTo(3 * band(1.2), 1)
  expect(HALVES[1 - own]! - volumes[others]!).toBeCloseTo((3 + 0.15 - 0.2) * band(1.35), 1)
  expect(rows.map((r) => [r.between, r.verdict])).toEqual([
    ['Cut 1 through Part', 'holds'],
    ['Part going together at cut 1', 'holds'],
    ['Rim at cut 1 of Part', 'holds'],
    ['End of the rim at cut 1 of Part', 'holds'],
  ])
  for (const row of rows.slice(2)) expect(row.measured).toBeCloseTo(0.15, 2)
  expect(build.parts).toHaveLength(2)
}) // prettier-ignore

test('the rim has the outside of the piece that it is taken from: a cone stays a cone', async () => {
  const cone: StepOf = ['solid', { shape: 'cone', across: '40', top: '24', height: '60' }, 'cone']
  const cut: StepOf = ['divide', { part: 'cone', at: { base: 'ground', off: '30' }, gap: '0.1' }, 'd']
  const [whole, made] = [await built(sheetOf(cone)), await lapped({}, cone, cut)]
  expect(made.problems).toEqual([])
  expect(made.rows.map((r) => r.verdict)).toEqual(['holds', 'holds', 'holds', 'holds'])
  // What is lost is within the rim: the gap of the cut there, and that round what the rim reaches over.
  const core = (z: number, by: number) => Math.PI * (20 - (8 * z) / 60 - by) ** 2
  const lost = whole.volumes.cone! - Object.values(made.volumes).reduce((a, b) => a + b, 0)
  const least = 0.1 * core(33.2, 1.2) + 3 * (core(33.2, 1.2) - core(33.2, 1.35))
  expect(lost).toBeGreaterThan(0.9 * least)
  expect(lost).toBeLessThan(1.3 * least + 20)
})

test('on a plate that goes on beside the cut the rim is round the nose alone; on the nose it would not hang together', async () => {
  const nose: StepOf[] = [
    ['solid', { width: '80', depth: '60', height: '5' }, 'bar'],
    ['solid', { width: '40', depth: '20', height: '30', on: { base: 'ground', off: '5' }, how: 'add', parts: ['bar'] }, 'nose'],
    ['divide', { part: 'bar', at: { base: 'ground', off: '5' }, gap: '0.2', side: 'front' }, 'd'],
  ]
  const [bare, made, wrong] = [await built(sheetOf(...nose)), await lapped({}, ...nose), await lapped({ on: 'front' }, ...nose)]
  expect(made.problems).toEqual([])
  expect(made.volumes['d.1']! - bare.volumes['d.1']!).toBeCloseTo(3 * band(1.2), 1)
  expect(bare.volumes['d.2']! - made.volumes['d.2']!).toBeCloseTo((3 + 0.15 - 0.2) * band(1.35), 1)
  expect(made.rows.map((r) => r.verdict)).toEqual(['holds', 'holds', 'holds', 'holds'])
  expect(wrong.problems[0]).toMatchObject({ field: 'on', message: expect.stringContaining('A rim on the other piece would do') })
}) // prettier-ignore

test('a bore through the cut stays open, in the rim as well', async () => {
  const bored: StepOf[] = [
    BAR,
    ['solid', { shape: 'cylinder', across: '6', height: '90', on: { base: 'side', off: '-45' }, at: { along: '0', up: '10', from: '' }, how: 'take', parts: ['bar'] }, 'bore'], // prettier-ignore
    CUT,
  ]
  const { problems, rows, volumes } = await lapped({}, ...bored)
  expect(problems).toEqual([])
  expect(rows.map((r) => r.verdict)).toEqual(['holds', 'holds', 'holds', 'holds'])
  expect(HALVES[0]! + 3 * band(1.2) - volumes['d.1']!).toBeCloseTo(54.9 * Math.PI * 9, -1.5)
})

test.each([
  [{ wide: '12' }, 'wide', /thinner or lower one would do/],
  [{ high: '40' }, 'wide', /thinner or lower one would do/],
  [{ high: '0.5', gap: '0' }, 'high', undefined],
])('%j at %s', async (fields, field, message) => {
  const { problems } = await lapped(fields, BAR, ['divide', { part: 'bar', at: { base: 'side', off: '10' }, gap: '0.4' }, 'd']) // prettier-ignore
  expect(problems[0]).toMatchObject({ field, ...(message ? { message: expect.stringMatching(message) } : {}) })
})
