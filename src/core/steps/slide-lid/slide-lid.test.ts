import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { smallestGap, TriangleTree } from '../../fit/gap'
import { placePositions, translation } from '../../geometry/placement'
import { unpacked } from '../../mesh/unpack'

const on = await cased(simpleBoard({ ...PLAIN, width: 60, depth: 40, hole: 0 }), { posts: false })
const ROOMY = { case: { roof: '2.4', wall: '2', outline: 'rectangle' } }
type Made = Awaited<ReturnType<typeof on.build>>
const tree = (made: Made, part: number, by: readonly [number, number, number] = [0, 0, 0]) => {
  const { positions, indices } = made.built.parts[part]!.mesh
  return new TriangleTree(unpacked(Float32Array.from(placePositions(translation(by), positions)), indices))
}

test.each([
  ['right', [1, 0, 0]],
  ['left', [-1, 0, 0]],
  ['front', [0, -1, 0]],
  ['back', [0, 1, 0]],
] as const)(
  'over the %s: rails have the gap asked for, it slides out freely and neither lifts nor goes the other way',
  async (side, way) => {
    const made = await on.add('slide-lid', { side, over: '0.6', gap: '0.2', catch: '0' }, ROOMY)
    expect(made.problems).toEqual([])
    expect(Math.abs(made.row('Lid in its rails')!.measured! - 0.2)).toBeLessThan(0.02)
    expect(made.row('Lid sliding on')).toMatchObject({ verdict: 'holds' })
    expect(made.row('Lid sliding over what is inside')).toMatchObject({ verdict: 'holds' })
    expect(made.ledger.filter((r) => r.verdict !== 'holds')).toEqual([])
    expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
    // What it lies on is left out of the look by lifting it a little.
    const free = (by: readonly [number, number, number]) => smallestGap(tree(made, 1, by), tree(made, 0))!.distance
    for (const far of [0.5, 8, 30]) expect(free([way[0] * far, way[1] * far, 0.05])).toBeGreaterThan(0.02)
    expect(free([0, 0, 1])).toBe(0)
    expect(free([-way[0], -way[1], 0.05])).toBe(0)
  },
)

test('the lid is the roof between its rails, by volume', async () => {
  const made = await on.add('slide-lid', { side: 'right', over: '0.6', gap: '0.2', catch: '0' }, ROOMY)
  const clear = made.row('Board in case, front')!.wanted
  const { radius } = PLAIN
  // From the closed end (round corners) to the outside of the wall it slides over; wider underneath by 0.6 all round.
  const area = (by: number) => {
    const r = radius + clear + by
    return (60 + 2 * clear + by + 2) * (40 + 2 * clear + 2 * by) - 2 * r * r * (1 - Math.PI / 4)
  }
  expect(made.volume('Lid') / ((2.4 * (area(0) + 4 * area(0.3) + area(0.6))) / 6)).toBeCloseTo(1, 2)
})

test('a ridge keeps it shut; without one that is said', async () => {
  const [held, loose] = [await on.add('slide-lid', { catch: '0.3' }, ROOMY), await on.add('slide-lid', { catch: '0' }, ROOMY)] // prettier-ignore
  expect(held.problems).toEqual([])
  expect(held.row('Lid sliding on')).toMatchObject({ verdict: 'holds' })
  expect(held.volume('Lid') - loose.volume('Lid')).toBeGreaterThan(1)
  expect(loose.notes.join()).toMatch(/Nothing keeps it from sliding out/)
  // Drawn out by a millimetre, the ridge stands in the wall.
  expect(smallestGap(tree(held, 1, [1, 0, 0.02]), tree(held, 0))!.distance).toBe(0)
})

test('what is in the way of the lid as it slides is found', async () => {
  const base = `${on.step('case')}.base`
  const pin = { kind: 'solid', fields: { shape: 'cylinder', across: '3', height: '16', how: 'add', parts: [base], at: { along: '10', up: '0' }, on: { base: 'ground', off: '-4' } } } // prettier-ignore
  const blocked = await on.build(on.withSteps([{ kind: 'slide-lid', fields: { side: 'left' } }, pin], ROOMY))
  expect(blocked.problems).toEqual([])
  expect(blocked.findings().map((f) => f.title)).toContain('Lid sliding on: something is in the way.')
})

test.each([
  [{ over: '3' }, 'over', /rails up to [\d.]+ mm, would do/],
  [{ catch: '1.5' }, 'catch', /up to [\d.]+ mm would do/],
])('%j is refused at %s', async (fields, field, message) => {
  expect((await on.add('slide-lid', fields, ROOMY)).problems[0]).toMatchObject({ field, message: expect.stringMatching(message) }) // prettier-ignore
})
