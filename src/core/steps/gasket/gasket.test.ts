import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { areaOf, perimeterOf } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import { expectOk } from '../../result'

const plain = await cased(simpleBoard({ ...PLAIN, width: 60, depth: 40, radius: 0, hole: 0 }), { posts: false })
const ROOMY = { case: { clearAbove: '8', clearBelow: '6', outline: 'rectangle', wall: '2', corner: '0' } }
const bare = await plain.build(plain.withSteps([], ROOMY))

test('the groove is as deep as the squeezed cord, as wide as it goes aside, and as long as is said', async () => {
  const made = await plain.add('gasket', { cord: '2', squeeze: '0.25', high: '2.8' }, ROOMY)
  expect(made.problems).toEqual([])
  expect(Math.abs(made.row('Room of the cord in its groove')!.measured! - 1.5)).toBeLessThan(0.02)
  expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
  expect(made.row('Lid going onto the base')).toMatchObject({ verdict: 'holds' })
  // Seen from above the case is the board grown by its clearance and its wall.
  const board = made.built.references[0]!.board!
  const clear = bare.row('Board in case, front')!.wanted
  const area = (by: number) => areaOf(expectOk(offsetProfile(board.outline, clear + 2 + by)))
  const groove = (area(0.84 + 2.6) - area(0.84)) * 1.5
  const shallow = await plain.add('gasket', { cord: '2', squeeze: '0.45', high: '2.8' }, ROOMY)
  expect((shallow.volume('Base') - made.volume('Base')) / (groove * (0.4 / 1.5))).toBeCloseTo(1, 2)
  const said = Number(/(\d+) mm long/.exec(made.notes.join())![1])
  expect(Math.abs(said - perimeterOf(expectOk(offsetProfile(board.outline, clear + 2 + 0.84 + 1.3))))).toBeLessThan(1.5)
  expect(made.volume('Lid')).toBeGreaterThan(bare.volume('Lid'))
})

test('where the wall is open at the seam no cord seals: it says where', async () => {
  const let_ = await cased(undefined, { posts: false, openings: true })
  const opened = let_.project.steps.find((s) => s.kind === 'opening')!
  const project = let_.withSteps([{ kind: 'gasket', fields: {} }], { case: { clearAbove: '8', clearBelow: '6' } })
  const open = { ...project, steps: project.steps.map((s) => (s.id === opened.id ? { ...s, fields: { ...s.fields, way: 'open' } } : s)) } // prettier-ignore
  expect((await let_.build(open)).problems).toEqual([expect.objectContaining({ kind: 'open', message: expect.stringMatching(/near x -?[\d.]+, y -?[\d.]+ mm/) })]) // prettier-ignore
})

test('screws at the corners go through its way, and that is said', async () => {
  const made = await plain.build(plain.withSteps([{ kind: 'towers', fields: {} }, { kind: 'gasket', fields: {} }], ROOMY)) // prettier-ignore
  expect(made.problems).toEqual([expect.objectContaining({ kind: 'in-the-way' })])
  expect((await plain.add('gasket', { high: '1' }, ROOMY)).problems[0]).toMatchObject({ field: 'high' })
})
