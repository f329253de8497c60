import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { smallestGap, TriangleTree } from '../../fit/gap'
import { unpacked } from '../../mesh/unpack'

const on = await cased(simpleBoard({ ...PLAIN, hole: 0 }))
const ROOMY = { case: { clearAbove: '6', clearBelow: '4' } }

test.each(['insert', 'pilot', 'nut'])(
  'screws at the corners into %s hold the lid and leave the room alone',
  async (into) => {
    const [bare, made] = [await on.build(on.withSteps([], ROOMY)), await on.add('towers', { into }, ROOMY)]
    expect(made.problems).toEqual([])
    expect(made.notes.join()).toMatch(/4 screws M3 x \d+/)
    expect(made.findings().filter((f) => f.weight === 'stop' || f.check === 'lid-held')).toEqual([])
    expect(made.volume('Base')).toBeGreaterThan(bare.volume('Base'))
    // What stands in the room has as much of it as before.
    for (const side of ['front', 'back', 'left', 'right'])
      expect(made.row(`Board in case, ${side}`)!.measured).toBeCloseTo(bare.row(`Board in case, ${side}`)!.measured!, 3)
    expect(made.row('Lip in groove')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.1, 1.7) })
  },
)

test('two towers are two; a lid too low for a head says by how much', async () => {
  expect((await on.add('towers', { at: 'diagonal' }, ROOMY)).notes.join()).toMatch(/^2 screws/)
  const low = await on.add('towers', {}, { case: { clearAbove: '0.2', roof: '1.2' } })
  expect(low.problems[0]).toMatchObject({ message: expect.stringMatching(/would do/) })
})

test('the board rests on a ledge at its corners and is held down by another, clear of what stands there', async () => {
  const made = await on.add('ledge', { gap: '0.2', size: '5', wide: '1.2' }, ROOMY)
  expect(made.problems).toEqual([])
  expect(made.row('Board under the ledge of the lid')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.2, 1.7) }) // prettier-ignore
  expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
  const [board] = made.built.references[0]!.items.filter((i) => i.name === 'carrier')
  const base = made.built.parts.find((p) => p.name === 'Base')!
  const tree = new TriangleTree(unpacked(base.mesh.positions, base.mesh.indices))
  expect(smallestGap(new TriangleTree(unpacked(board!.positions, board!.indices)), tree)!.distance).toBeLessThan(1e-4)
  const round = await on.add('ledge', { where: 'round' }, ROOMY)
  expect(round.volume('Base')).toBeGreaterThan(made.volume('Base'))
})

test('ears carry the case by its screws, at the foot of straight walls', async () => {
  const [bare, ears] = [await on.build(on.project), await on.add('ears', { screw: 'M4', thick: '3', round: '2' })]
  expect(ears.problems).toEqual([])
  const radius = 3.5 + 2
  const each = 3 * (radius * 2 * radius + (Math.PI * radius ** 2) / 2 - Math.PI * 2.25 ** 2)
  expect((ears.volume('Base') - bare.volume('Base')) / (2 * each)).toBeCloseTo(1, 2)
  expect(ears.notes).toContain('2 holes of Ø 4.5 mm for M4.')
  expect(ears.findings().filter((f) => f.weight === 'stop')).toEqual([])
})
