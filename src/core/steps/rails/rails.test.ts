import { PLAIN, simpleBoard } from '../../../../tests/support/boards'
import { cased, SOCKET } from '../../../../tests/support/cased'
import { smallestGap, TriangleTree } from '../../fit/gap'
import { placePositions, translation } from '../../geometry/placement'
import type { Vec3 } from '../../geometry/vec'
import { unpacked } from '../../mesh/unpack'

/** A case that parts above the rails. */
const HIGH = { clearAbove: '4', parting: 'board.top + 5' }
const bare = await cased(simpleBoard({ ...PLAIN, hole: 0 }), { posts: false, openings: false })
type Made = Awaited<ReturnType<typeof bare.build>>

const boardAt = ({ built }: Made, by: Vec3) => {
  const [board] = built.references[0]!.items
  return new TriangleTree(Float32Array.from(placePositions(translation(by), unpacked(Float32Array.from(board!.positions), board!.indices)))) // prettier-ignore
}
const base = ({ built }: Made) => new TriangleTree(unpacked(Float32Array.from(built.parts[0]!.mesh.positions), built.parts[0]!.mesh.indices)) // prettier-ignore

test.each([
  ['right', [1, 0, 0]],
  ['left', [-1, 0, 0]],
  ['back', [0, 1, 0]],
  ['front', [0, -1, 0]],
] as const)('from %s: the board has its gap, slides in and out, and goes no other way', async (side, way) => {
  const made = await bare.add('rails', { side, gap: '0.2', grip: '1', apart: '0.25' }, { case: HIGH })
  expect(made.problems).toEqual([])
  expect(made.row('Board under its rails')!.measured).toBeCloseTo(0.2, 2)
  expect(made.row('Wall of the lid beside the base')!.measured).toBeCloseTo(0.25, 3)
  expect(made.row('Carrier sliding into the base')).toMatchObject({ verdict: 'holds' })
  expect(made.row('Carrier going into the base')).toBeUndefined()
  expect(made.ledger.filter((r) => r.verdict !== 'holds')).toEqual([])
  expect(made.findings().map((f) => f.check)).toEqual(['lid-held'])
  const free = (by: Vec3) => smallestGap(boardAt(made, by), base(made))!.distance
  for (const far of [0.3, 10, 40]) expect(free([way[0] * far, way[1] * far, 0.05])).toBeGreaterThan(0.02)
  for (const by of [[0, 0, 1], [-2 * way[0], -2 * way[1], 0.05]] as const) expect(free(by)).toBeLessThan(1e-4) // prettier-ignore
})

test('what the base loses the lid gains, but for the gaps between them', async () => {
  const plain = await bare.build(bare.withSteps([], { case: HIGH }))
  const made = await bare.add('rails', { side: 'right', apart: '0.25' }, { case: HIGH })
  const gained = made.volume('Lid') - plain.volume('Lid')
  // A wall about as long as the case is deep, as high as the base over its floor.
  const wall = 1.68 * (30 + 2 * 0.55 + 2 * 1.68) * (5 + 1.6 + 1 + 1.5)
  expect(gained).toBeGreaterThan(0.8 * wall)
  expect(gained).toBeLessThan(1.5 * wall)
})

test('a socket over the far edge slides into its opening; one beside the way in is named', async () => {
  const { add } = await cased(simpleBoard({ ...PLAIN, hole: 0, socket: true }), { posts: false })
  const rails = (side: string) => add('rails', { side }, { case: { ...HIGH, over: { [SOCKET]: 'out' } }, opening: { way: 'shut' } }) // prettier-ignore
  const back = await rails('back')
  expect(back.problems).toEqual([])
  expect(back.row('Carrier sliding into the base')).toMatchObject({ verdict: 'holds' })
  expect(back.findings().map((f) => f.check)).toEqual(['lid-held'])
  expect((await rails('right')).problems[0]).toMatchObject({
    kind: 'blocked',
    message: expect.stringContaining('socket'),
  })
})

test('a case that parts too low, and one that stands on posts, are refused with what would do', async () => {
  expect((await bare.add('rails', {})).problems[0]).toMatchObject({ kind: 'parting', message: expect.stringMatching(/parts from [\d.]+ mm on/) }) // prettier-ignore
  const posts = await cased(simpleBoard(PLAIN), { openings: false })
  expect((await posts.add('rails', {}, { case: HIGH })).problems[0]).toMatchObject({ kind: 'stands' })
})
