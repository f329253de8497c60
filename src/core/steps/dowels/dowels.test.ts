import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { measureLedger } from '../../fit/ledger'

const BAR: StepOf = ['solid', { width: '90', depth: '40', height: '20' }, 'bar']
const CUT: StepOf = ['divide', { part: 'bar', at: { base: 'side', off: '10' }, gap: '0.2' }, 'd']

async function joined(fields: Fields, ...before: StepOf[]) {
  const all = await built(sheetOf(...(before.length > 0 ? before : [BAR, CUT]), ['dowels', fields, 'j']))
  return { ...all, rows: measureLedger(all.build) }
}
const HALVES = [(55 - 0.1) * 800, (35 - 0.1) * 800]
const circle = (across: number) => (Math.PI * across ** 2) / 4

test('pins stand on one piece in holes of the other, with the same gap all round, and the pieces go together', async () => {
  const { volumes, problems, rows, build } = await joined({ lead: '0', gap: '0.12' })
  expect(problems).toEqual([])
  expect(volumes['d.1']! - HALVES[0]!).toBeCloseTo(2 * circle(5) * 7, 0)
  expect(HALVES[1]! - volumes['d.2']!).toBeCloseTo(2 * circle(5.24) * (7.12 - 0.2), 0)
  expect(rows.map((r) => [r.between, r.verdict])).toEqual([
    ['Cut 1 through Part', 'holds'],
    ['Part going together at cut 1', 'holds'],
    ['Pin 1 at cut 1 of Part', 'holds'],
    ['Pin 2 at cut 1 of Part', 'holds'],
  ])
  expect(rows[2]!.measured).toBeCloseTo(0.12, 2)
  expect(build.parts).toHaveLength(2)
})

test.each(['pins', 'front', 'dowels'])('%s with a bevel: every gap is the one that was asked', async (what) => {
  const { problems, rows, build, notes } = await joined({ what, gap: '0.15' })
  expect([problems, notes]).toEqual([[], []])
  expect(rows.map((r) => r.verdict)).toEqual(['holds', 'holds', 'holds', 'holds'])
  for (const row of rows.slice(2)) expect(row.measured).toBeCloseTo(0.15, 2)
  expect(build.parts.map((p) => p.name)).toEqual(what === 'dowels' ? ['Part 1', 'Part 2', 'Dowel', 'Dowel 2'] : ['Part 1', 'Part 2']) // prettier-ignore
})

test('pins with a flat side have the same gap too', async () => {
  const { problems, rows } = await joined({ shape: 'keyed', count: '1', across: '8', gap: '0.2' })
  expect(problems).toEqual([])
  expect(rows[2]!.measured).toBeCloseTo(0.2, 2)
})

test('a rod makes holes in both pieces and says how long to cut it', async () => {
  const { volumes, notes } = await joined({ what: 'rod', across: '6', gap: '0.1', long: '10' })
  expect((HALVES[0]! - volumes['d.1']!) / (2 * circle(6.2) * 10.1)).toBeCloseTo(1, 2)
  expect(notes).toEqual(['Rod Ø 6.00 mm: 2 pieces 20.2 mm long.'])
})

test('where there is no room it says what would fit; a place too near to the outside is named', async () => {
  expect((await joined({ across: '30' })).problems[0]).toMatchObject({ field: 'across', message: expect.stringMatching(/Up to 17\.\d mm across would fit/) }) // prettier-ignore
  const near = await joined({ at: [{ along: 0, up: 10, from: '', id: 'a' }, { along: 18, up: 10, from: '', id: 'b' }] }) // prettier-ignore
  expect(near.problems[0]).toMatchObject({ field: 'at', message: expect.stringContaining('Place 2') })
})

test('a hole through the part near the cut is kept clear of', async () => {
  const bored: StepOf[] = [
    BAR,
    ['solid', { shape: 'cylinder', across: '10', height: '30', at: { along: 16, up: 0, from: '' }, how: 'take', parts: ['bar'] }, 'hole'], // prettier-ignore
    CUT,
  ]
  const { problems, rows, build } = await joined({ what: 'pins' }, ...bored)
  expect(problems).toEqual([])
  expect(rows.every((r) => r.verdict === 'holds')).toBe(true)
  // Each hole for a pin is closed: outside, bore and two sockets leave no more bodies than the pieces.
  expect(build.parts).toHaveLength(2)
})

test('a cut in dovetails takes no pins, and says why', async () => {
  const { problems } = await joined({}, BAR, ['divide', { part: 'bar', at: { base: 'side', off: '10' }, line: 'dovetail' }, 'd']) // prettier-ignore
  expect(problems[0]).toMatchObject({ field: 'cut', message: expect.stringContaining('would lock them') })
})
