import { estimate, slicingOf, slicingSaid, timeSaid } from './estimate'

const block = (side: number, height: number, layer = 0.2) => Array.from({ length: Math.round(height / layer) }, (_, k) => ({ from: k * layer, to: (k + 1) * layer, area: side * side, round: 4 * side })) // prettier-ignore
const printer = { line: 0.4, flow: 8 }

test('a block takes its walls, four solid layers at each end, and its fill', () => {
  const shell = 4 * 20 * 2 * 0.4
  const core = 400 - shell
  const { volume, mass, seconds } = estimate(block(20, 10), { walls: 2, fill: 15 }, printer, 'PLA')
  expect(volume).toBeCloseTo(10 * shell + 8 * 0.2 * core + (10 - 1.6) * 0.15 * core, 6)
  expect(mass).toBeCloseTo((volume / 1000) * 1.24, 9)
  expect(seconds).toBeCloseTo(volume / 8 + 50 * 4, 9)
})

test('filled whole it is its volume; thin walls are no more than there is; more walls and fill take more', () => {
  expect(estimate(block(20, 10), { walls: 2, fill: 100 }, printer, undefined)).toMatchObject({ volume: expect.closeTo(4000, 6), mass: undefined }) // prettier-ignore
  expect(estimate(block(1, 10), { walls: 5, fill: 0 }, printer, 'PETG').volume).toBeCloseTo(10, 6)
  const of = (walls: number, fill: number) => estimate(block(20, 10), { walls, fill }, printer, 'PLA').volume
  expect(of(3, 15)).toBeGreaterThan(of(2, 15))
  expect(of(2, 40)).toBeGreaterThan(of(2, 15))
})

test('a step within a part is closed by solid layers too', () => {
  const stepped = [...block(20, 10), ...block(10, 10).map((l) => ({ ...l, from: l.from + 10, to: l.to + 10 }))]
  const plain = estimate(block(20, 10), { walls: 2, fill: 0 }, printer, 'PLA').volume
  const upper = estimate(block(10, 10), { walls: 2, fill: 0 }, printer, 'PLA').volume
  // What the two ends inside of it had more is what the step does not need.
  expect(estimate(stepped, { walls: 2, fill: 0 }, printer, 'PLA').volume).toBeLessThan(plain + upper)
  expect(estimate(stepped, { walls: 2, fill: 0 }, printer, 'PLA').volume).toBeGreaterThan(plain + upper - 2 * 0.8 * 100)
})

test('what is not said is usual; times are said as a maker reads them', () => {
  expect(slicingOf(undefined)).toEqual({ walls: 2, fill: 15, supports: 'none', temperature: 0, note: '' })
  expect(slicingSaid(slicingOf({ slicing: { fill: 40, temperature: 235, note: 'brim' } }))).toBe(
    'filled 40 %, at 235 °C, brim',
  )
  expect(slicingOf({ slicing: { fill: 40 } })).toMatchObject({ walls: 2, fill: 40 })
  expect([20, 59 * 60, 3600, 4800, 90_000].map(timeSaid)).toEqual(['1 min', '59 min', '1 h 0 min', '1 h 20 min', '25 h 0 min']) // prettier-ignore
})
