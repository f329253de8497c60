import { type Edit, setPart } from '../../document/edits'
import { emptyProject, projectSchema } from '../../document/schema'
import { Kernel } from '../../kernel/kernel'
import { built, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { stepKindNamed } from '../../steps/registry'
import { prove } from '../prove'

/** A block of 40 x 40 x 30 with a room of 34 x 34 x 20 in it, and a way in from the front. */
const room = (wide: string, high: string): StepOf[] => [
  ['solid', { width: '40', depth: '40', height: '30' }, 'block'],
  ['solid', { width: '34', depth: '34', height: '20', on: { base: 'ground', off: '4' }, how: 'take', parts: ['block'] }, 'room'], // prettier-ignore
  ['solid', { width: wide, depth: '20', height: high, on: { base: 'ground', off: '6' }, at: { along: '0', up: '-15' }, how: 'take', parts: ['block'] }, 'door'], // prettier-ignore
]
const said = (...steps: StepOf[]) => saidOf((project) => project, ...steps)
async function saidOf(told: Edit, ...steps: StepOf[]) {
  const { build, problems } = await built(sheetOf(...steps))
  expect(problems).toEqual([])
  const project = told(projectSchema.parse(emptyProject('Room')))
  const { lines } = await prove(await Kernel.load(), project, build.parts[0]!)
  return lines.find((l) => l.id === 'supports')!
}

test('supports in a room with a narrow way in cannot be taken out, with a wide one they can', async () => {
  const shut = await said(...room('3', '12'))
  expect(shut).toMatchObject({ verdict: 'look', says: expect.stringMatching(/cannot be taken out/) })
  // Under the room's roof, 24 mm up.
  expect(shut.places[0]!.at[2]).toBeCloseTo(24, 0)
  expect(await said(...room('12', '12'))).toMatchObject({
    verdict: 'fine',
    says: expect.stringMatching(/can be reached/),
  })
})

test('a part that needs none says so; an arm that hangs outside can be reached under', async () => {
  expect((await said(['solid', { width: '20', depth: '20', height: '20' }, 'block'])).says).toBe('It needs none.')
  const arm = await said(
    ['solid', { width: '10', depth: '10', height: '30' }, 'post'],
    ['solid', { width: '30', depth: '10', height: '4', on: { base: 'ground', off: '20' }, at: { along: '15', up: '0' }, how: 'add', parts: ['post'] }, 'arm'], // prettier-ignore
  )
  expect(arm).toMatchObject({ verdict: 'fine', says: expect.stringMatching(/can be reached/) })
})

test('a part that is to print without supports says what stands in the way, by the steps that make it; what they would change does away with it', async () => {
  const block: StepOf = ['solid', { width: '70', depth: '20', height: '60' }, 'block']
  const lying = (fields: object): StepOf => ['holes', { on: { base: 'front', off: '-10' }, where: 'places', at: [{ along: '0', up: '30', from: '' }], across: '44', parts: ['block'], ...fields }, 'bore'] // prettier-ignore
  const without = setPart('block', { slicing: { supports: 'none' } })
  expect(await said(block, lying({}))).toMatchObject({ verdict: 'fine', without: false })
  const told = await saidOf(without, block, lying({}))
  expect(told).toMatchObject({ verdict: 'look', without: true, of: ['bore'], says: expect.stringContaining('It is to print without supports') }) // prettier-ignore
  expect(told.places[0]!.at[2]).toBeGreaterThan(45)
  const would = stepKindNamed('holes')!.unsupported!({ tip: 'round' })!
  expect((await saidOf(without, block, lying({ across: '30', ...would.fields }))).says).toBe('It needs none.')
  // Rounds under a foot are bevelled as wide as they were.
  const rounded: StepOf = ['edges', { part: 'block', which: 'under', how: 'round', radius: '6' }, 'edge']
  const bevel = stepKindNamed('edges')!.unsupported!(rounded[1])!
  const { volumes, problems } = await built(sheetOf(['solid', { width: '40', depth: '40', height: '20' }, 'block'], ['edges', { ...rounded[1], ...bevel.fields }, 'edge'])) // prettier-ignore
  expect(problems).toEqual([])
  // A frustum under what stays.
  expect(volumes['block']).toBeCloseTo(40 * 40 * 14 + 2 * (1600 + 784 + Math.sqrt(1600 * 784)), 1)
})
