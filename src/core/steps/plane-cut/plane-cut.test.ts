import { at, built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing, kept as keptFace } from '../../../../tests/support/facing'
import type { BuiltPart } from '../../built/built'
import { pointable } from '../../faces/resolve'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']
const cut = (fields: Fields): StepOf => ['plane-cut', { part: 'box', ...fields }, 'c']
const level = { base: 'ground', off: '14' }

test('at a level plane one side stays, or both as parts of their own that add up to the whole', async () => {
  expect((await built(sheetOf(BOX, cut({ at: level })))).volumes['box']).toBeCloseTo(40 * 30 * 14, 3)
  expect((await built(sheetOf(BOX, cut({ at: level, keep: 'front' })))).volumes['box']).toBeCloseTo(40 * 30 * 6, 3)
  const { volumes, build } = await built(sheetOf(BOX, cut({ at: level, keep: 'both' })))
  expect([volumes['box'], volumes['c.2']]).toEqual([expect.closeTo(16800, 3), expect.closeTo(7200, 3)])
  expect(build.parts.map((p) => p.name)).toEqual(['Part', 'Part 2'])
  // The cut is a face that can be picked, where it should be.
  expect(facing(build.parts[0]!, [0, 0, 1], 14).name).toMatchObject({ step: 'c', role: 'cut' })
})

test('at a slant through an edge it takes a wedge', async () => {
  const { build } = await built(sheetOf(BOX))
  const at = { part: 'box', face: facing(build.parts[0]!, [0, 0, 1]), datum: 'middle', edge: 'low', angle: '-30', off: '0' } // prettier-ignore
  const sides = await Promise.all(['behind', 'front'].map(async (keep) => (await built(sheetOf(BOX, cut({ at, keep })))).volumes['box']!)) // prettier-ignore
  // From the front upper edge down to the back: a right triangle as high as the depth times the slope.
  const wedge = (30 * 30 * Math.tan(Math.PI / 6) * 40) / 2
  expect(sides.map((v) => Math.round(v)).sort((a, b) => a - b)).toEqual([Math.round(wedge), Math.round(24000 - wedge)].sort((a, b) => a - b)) // prettier-ignore
})

test('a plane that does not meet the part says on which side that lies', async () => {
  const { problems, volumes } = await built(sheetOf(BOX, cut({ at: { base: 'ground', off: '25' } })))
  expect(problems[0]).toMatchObject({ field: 'at', message: expect.stringContaining('lies behind it') })
  expect(volumes['box']).toBeCloseTo(24000, 3)
})

test('of what falls apart the pieces stay that have what was picked, at both sides of the plane', async () => {
  // A comb: a bar with three teeth up, cut level through the teeth.
  const tooth = (x: number, id: string): StepOf => ['solid', { width: '6', depth: '30', height: '14', lift: '16', at: at(`${x}`, '0'), how: 'add', parts: ['box'] }, id] // prettier-ignore
  const steps = [BOX, tooth(-14, 'a'), tooth(0, 'b'), tooth(14, 'c')]
  const whole = (await built(sheetOf(...steps))).build.parts[0]!
  const [base, left] = [facing(whole, [0, 0, -1]), named(whole, 'a')]
  const kept = (holds: object[]) => built(sheetOf(...steps, ['plane-cut', { part: 'box', at: { base: 'ground', off: '25' }, keep: 'picked', holds }, 'cut'])) // prettier-ignore
  const both = await kept([base, left])
  expect([both.problems, both.volumes['box']]).toEqual([[], expect.closeTo(24000 + (3 * 5 + 5) * 6 * 30, 1)])
  const tip = await kept([left])
  expect(tip.volumes['box']).toBeCloseTo(5 * 6 * 30, 2)
  expect((await kept([])).problems[0]).toMatchObject({ kind: 'no-face', field: 'holds' })
})

/** The top of what a step made. */
function named(part: BuiltPart, step: string) {
  const on = pointable(part.mesh)
  return keptFace(part, on, on.topology.surfaceOf.findIndex((s) => { const t = part.mesh.surfaces[s]!; return t.step === step && t.shape.kind === 'plane' && t.shape.normal[2] > 0.9 })) // prettier-ignore
}
