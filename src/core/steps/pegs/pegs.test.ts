import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'

const on = await cased(simpleBoard({ ...PLAIN, hole: 0 }))
const ROOMY = { case: { clearAbove: '6', clearBelow: '4' } }
const bare = await on.build(on.withSteps([], ROOMY))
const held = (made: Awaited<ReturnType<typeof on.build>>) => !made.findings().some((f) => f.check === 'lid-held')

test.each([
  ['corners', 4],
  ['diagonal', 2],
] as const)('pins at %s press the lid on, each with the gap asked for in its hole', async (at, count) => {
  const made = await on.add('pegs', { at, across: '4', long: '4', gap: '0.05' }, ROOMY)
  expect(made.problems).toEqual([])
  const rows = made.ledger.filter((r) => r.between.startsWith('Pin at the'))
  expect(rows).toHaveLength(count)
  for (const row of rows) expect(Math.abs(row.measured! - 0.05)).toBeLessThan(0.02)
  expect(held(made)).toBe(true)
  expect(made.row('Lid going onto the base')).toMatchObject({ verdict: 'holds' })
  expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
  // Each hole takes a cylinder out of its tower.
  const less = await on.add('pegs', { at, across: '4', long: '2', gap: '0.05' }, ROOMY)
  expect((less.volume('Base') - made.volume('Base')) / (count * 2 * Math.PI * 2.05 ** 2)).toBeCloseTo(1, 2)
})

test('with more play they locate alone, and nothing holds the lid; asked to hold with that they are refused', async () => {
  const located = await on.add('pegs', { do: 'locate', gap: '0.2', long: '4' }, ROOMY)
  expect(located.problems).toEqual([])
  expect(held(located)).toBe(false)
  expect((await on.add('pegs', { gap: '0.2', long: '4' }, ROOMY)).problems[0]).toMatchObject({ field: 'gap', message: expect.stringMatching(/up to 0\.1 mm they grip/) }) // prettier-ignore
  expect((await on.add('pegs', { long: '40' }, ROOMY)).problems[0]).toMatchObject({ field: 'long' })
})

test('one way round only: turned by half, the lid’s thicker pin meets a hole that is too narrow', async () => {
  const made = await on.add('pegs', { ways: 'one', across: '4', long: '4' }, ROOMY)
  const round = (part: number, role: string, copy: string) => {
    const found = made.built.parts[part]!.mesh.surfaces.find((s) => s.role === role && s.segment === 'round' && s.copy?.[0] === copy)! // prettier-ignore
    return found.shape.kind === 'cylinder' ? found.shape.radius : NaN
  }
  expect(round(1, 'pin', 'front left')).toBeCloseTo(2.5, 6)
  expect(round(1, 'pin', 'front left')).toBeGreaterThan(round(0, 'hole', 'back right') + 0.3)
  for (const name of ['front left', 'back right']) expect(round(0, 'hole', name) - round(1, 'pin', name)).toBeCloseTo(0.05, 6) // prettier-ignore
})

test('magnets lie in pockets of base and lid, one over the other, under the seam, and hold it', async () => {
  const made = await on.add('magnets', { across: '5', high: '2', sink: '0.1', gap: '0.1' }, ROOMY)
  expect(made.problems).toEqual([])
  expect(held(made)).toBe(true)
  const rows = made.ledger.filter((r) => r.between.startsWith('Magnet'))
  expect(rows).toHaveLength(4)
  for (const row of rows) expect(Math.abs(row.measured! - 0.1)).toBeLessThan(0.02)
  const thinner = await on.add('magnets', { across: '5', high: '1', sink: '0.1', gap: '0.1' }, ROOMY)
  for (const name of ['Base', 'Lid']) expect((thinner.volume(name) - made.volume(name)) / (4 * Math.PI * 2.6 ** 2)).toBeCloseTo(1, 2) // prettier-ignore
  expect(made.volume('Base')).toBeGreaterThan(bare.volume('Base'))
  expect(made.row('Board in case, front')!.measured).toBeCloseTo(bare.row('Board in case, front')!.measured!, 3)
  expect((await on.add('magnets', { high: '30' }, ROOMY)).problems[0]).toMatchObject({ field: 'high', message: expect.stringMatching(/up to [\d.]+ mm high would fit/) }) // prettier-ignore
})
