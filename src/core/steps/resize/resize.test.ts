import { at, built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { boreAt } from '../../../../tests/support/facing'

const STEPS: StepOf[] = [
  ['solid', { width: '40', depth: '30', height: '20' }, 'box'],
  ['solid', { shape: 'cylinder', across: '6', height: '30', on: { base: 'ground', off: '-5' }, at: at('8', '4'), how: 'take', parts: ['box'] }, 'bore'], // prettier-ignore
]
const resized = (fields: Fields) => built(sheetOf(...STEPS, ['resize', { part: 'box', ...fields }, 'r']))

test('evenly to a size: its volume goes by the cube, and a bore stays one', async () => {
  const before = (await built(sheetOf(...STEPS))).volumes['box']!
  const { volumes, problems, build, notes } = await resized({ along: 'long', size: '60' })
  expect([problems, volumes['box']! / before]).toEqual([[], expect.closeTo(1.5 ** 3, 6)])
  expect(boreAt(build.parts[0]!, 12, 6)).toBeDefined()
  const bore = build.parts[0]!.mesh.surfaces.find((s) => s.shape.kind === 'cylinder')!.shape
  expect(bore).toMatchObject({ radius: expect.closeTo(4.5, 6) })
  expect(notes[0]).toBe('It was 40 × 30 × 20 mm and is 60 × 45 × 30 mm.')
})

test('one way only: upright a bore stays round, sideways it does not', async () => {
  const before = (await built(sheetOf(...STEPS))).volumes['box']!
  const high = await resized({ how: 'times', factor: '2', along: 'high', which: 'one' })
  expect(high.volumes['box']! / before).toBeCloseTo(2, 6)
  expect(high.build.parts[0]!.mesh.surfaces.some((s) => s.shape.kind === 'cylinder')).toBe(true)
  const wide = await resized({ how: 'times', factor: '0.5', along: 'wide', which: 'one' })
  expect(wide.volumes['box']! / before).toBeCloseTo(0.5, 6)
  expect(wide.build.parts[0]!.mesh.surfaces.some((s) => s.shape.kind === 'cylinder')).toBe(false)
})

test('a size of nothing is refused at its field', async () => {
  const { problems } = await resized({ size: '0' })
  expect(problems[0]).toMatchObject({ field: 'size' })
})
