import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { measureLedger } from '../../fit/ledger'

const BAR: StepOf = ['solid', { width: '90', depth: '40', height: '20' }, 'bar']
const CUT: StepOf = ['divide', { part: 'bar', at: { base: 'side', off: '10' }, gap: '0.1' }, 'd']
const PIPE: StepOf[] = [
  ['solid', { shape: 'cylinder', across: '60', height: '50' }, 'bar'],
  ['solid', { shape: 'cylinder', across: '53', height: '60', how: 'take', parts: ['bar'], lift: '-1' }, 'bore'], // prettier-ignore
  ['divide', { part: 'bar', at: { base: 'ground', off: '25' }, gap: '0.1' }, 'd'],
]

async function joined(fields: Fields, before: readonly StepOf[] = [BAR, CUT]) {
  const all = await built(sheetOf(...before, ['tongue', fields, 'j']))
  return { ...all, rows: measureLedger(all.build) }
}

test('down the middle of a pipe’s wall: as wide as its walls let it, the same gap on both sides and over it', async () => {
  const { problems, volumes, rows } = await joined({ high: '3', gap: '0.12', wall: '0.9' }, PIPE)
  expect(problems).toEqual([])
  // Of a wall of 3.5 the groove leaves 0.9 on either side, and the tongue 0.12 of the groove.
  const ring = (r0: number, r1: number) => Math.PI * (r1 ** 2 - r0 ** 2)
  const half = ring(26.5, 30) * (25 - 0.05)
  expect((volumes['d.1']! - half) / (ring(26.5 + 1.02, 30 - 1.02) * 3)).toBeCloseTo(1, 2)
  expect((half - volumes['d.2']!) / (ring(26.5 + 0.9, 30 - 0.9) * (3 + 0.12 - 0.1))).toBeCloseTo(1, 2)
  expect(rows.map((r) => r.verdict)).toEqual(['holds', 'holds', 'holds', 'holds'])
  for (const row of rows.slice(2)) expect(row.measured).toBeCloseTo(0.12, 2)
})

test('along the outline of a block, on either piece', async () => {
  for (const on of ['behind', 'front']) {
    const { problems, volumes, rows } = await joined({ on, run: 'outline', width: '2', high: '3', gap: '0.1', wall: '1.2' }) // prettier-ignore
    expect(problems).toEqual([])
    expect(rows.every((r) => r.verdict === 'holds')).toBe(true)
    // A frame 2 wide, 1.3 inside of 40 by 20.
    const frame = 37.4 * 17.4 - 33.4 * 13.4
    const added = on === 'behind' ? volumes['d.1']! - 54.95 * 800 : volumes['d.2']! - 34.95 * 800
    expect(added / (frame * 3)).toBeCloseTo(1, 2)
  }
})

test('walls that lean leave the groove its wall on all of its height', async () => {
  const cone: StepOf[] = [
    ['solid', { shape: 'cone', across: '40', top: '68', height: '30' }, 'bar'],
    ['solid', { shape: 'cone', across: '32', top: '60', height: '30', how: 'take', parts: ['bar'] }, 'bore'],
    ['divide', { part: 'bar', at: { base: 'ground', off: '14' }, gap: '0.1' }, 'd'],
  ]
  const { problems, rows } = await joined({ high: '2', wall: '0.6', gap: '0.1' }, cone)
  expect(problems).toEqual([])
  expect(rows.every((r) => r.verdict === 'holds')).toBe(true)
})

test('a wall too thin for it is refused with the walls that would do', async () => {
  const { problems } = await joined({ wall: '1.8' }, PIPE)
  expect(problems[0]).toMatchObject({ field: 'wall', message: expect.stringMatching(/With walls of 1\.\d mm/) })
})

test('thin walls that are cut both ways get thicker at both cuts, and the second tongue keeps off the groove of the first', async () => {
  const tube: StepOf[] = [
    ['solid', { width: '80', depth: '80', height: '30' }, 'bar'],
    ['solid', { width: '76.8', depth: '76.8', height: '40', lift: '1.6', how: 'take', parts: ['bar'] }, 'inside'],
    ['divide', { part: 'bar', at: { base: 'side', off: '10' }, gap: '0.1' }, 'd'],
    ['tongue', { cut: 'd', band: '1.2', high: '2', gap: '0.1' }, 't'],
    ['divide', { part: 'd.1', at: { base: 'front', off: '3' }, gap: '0.1' }, 'e'],
  ]
  const before = await built(sheetOf(...tube))
  const { problems, build, volumes } = await built(sheetOf(...tube, ['tongue', { cut: 'e', band: '1.2', high: '2', gap: '0.1' }, 'j'])) // prettier-ignore
  expect(problems).toEqual([])
  const rows = measureLedger(build)
  expect(rows.filter((r) => r.verdict !== 'holds')).toEqual([])
  for (const r of rows.filter((r) => r.step === 'j' || r.step === 't')) expect(r.measured).toBeCloseTo(0.1, 2)
  // Bands of 1.2 to both sides of 80 mm of wall, 2.9 high, less the groove in one of them.
  for (const id of ['e.1', 'e.2']) expect(volumes[id]! - before.volumes[id]!).toBeGreaterThan(150)
})
