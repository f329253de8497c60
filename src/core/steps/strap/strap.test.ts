import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'

const on = await cased(simpleBoard({ ...PLAIN, width: 60, depth: 40, hole: 0 }), { posts: false })
const ROOMY = { case: { clearAbove: '6', outline: 'rectangle' } }
const bare = await on.build(on.withSteps([], ROOMY))
const total = (made: typeof bare) => made.volume('Base') + made.volume('Lid')

test.each([
  ['long', 1],
  ['ends', 1],
  ['long', 2],
] as const)(
  'guides for straps over %s (%s) stand on base and lid, and the strap holds it shut',
  async (over, count) => {
    const made = await on.add('strap', { over, count: String(count), wide: '10', rib: '1.6' }, ROOMY)
    expect(made.problems).toEqual([])
    expect(made.findings().map((f) => f.check)).not.toContain('lid-held')
    expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
    const { names } = made.built
    const high = names['case.top']!.value - names['case.bottom']!.value
    // Each guide is 1.6 by 2 mm, less the half of it that slants.
    expect((total(made) - total(bare)) / (4 * count * high * 1.6 * 1.5)).toBeCloseTo(1, 1)
    expect(made.row('Lid going onto the base')).toMatchObject({ verdict: 'holds' })
  },
)

test('a notch is let into the seam of the lid alone; too deep, it says how deep it could be', async () => {
  const made = await on.add('grips', { sides: 'front', wide: '10', high: '1', deep: '0.6' }, ROOMY)
  expect(made.problems).toEqual([])
  const taken = bare.volume('Lid') - made.volume('Lid')
  expect(taken / (10 * (0.6 * 1 + (0.6 * 0.6) / 2))).toBeCloseTo(1, 0.7)
  expect(made.volume('Base')).toBeCloseTo(bare.volume('Base'), 4)
  expect((await on.add('grips', { deep: '1.5' }, ROOMY)).problems[0]).toMatchObject({ field: 'deep', message: expect.stringMatching(/up to 0\.84 mm would do/) }) // prettier-ignore
  const ribs = await on.add('grips', { as: 'grip', sides: 'ends', wide: '10', high: '3', deep: '0.5' }, ROOMY)
  expect((ribs.volume('Lid') - bare.volume('Lid')) / ((2 * 3 * 10 * (Math.PI * 0.25)) / 2)).toBeCloseTo(1, 1)
})

test.each([
  ['AA', 14.5, 50.5],
  ['AAA', 10.5, 44.5],
  ['18650', 18.6, 65.2],
] as const)('a bay for three %s cells leaves each its gap, and is as large as cells, gaps and walls', async (cell, across, long) => {
  const made = await on.add('battery-bay', { cell, count: '3', gap: '0.35', wall: '1.6', floor: '1.2', spring: '5', contact: '0.8', deep: String(across * 0.6), on: { base: 'ground', off: '40' } } as never) // prettier-ignore
  expect(made.problems).toEqual([])
  expect(Math.abs(made.row(`${cell} cell in its bay`)!.measured! - 0.35)).toBeLessThan(0.02)
  const [w, l] = [3 * (across + 0.7) + 1.6 + 3.2, long + 0.7 + 5 + 3.2 + 2 * 2.4]
  expect(made.notes.join()).toContain(`${w.toFixed(1)} × ${l.toFixed(1)} × ${(1.2 + across * 0.6).toFixed(1)} mm`)
  expect(made.built.parts.map((p) => p.name)).toContain('Battery bay')
  expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
  const deep = await on.add('battery-bay', { cell, deep: '60' } as never)
  expect(deep.problems[0]).toMatchObject({ field: 'deep' })
}) // prettier-ignore
