import { emptyProject, projectSchema } from '../../document/schema'
import { Kernel } from '../../kernel/kernel'
import { built, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { prove } from '../prove'

/** A block of 40 x 40 x 30 with a room of 34 x 34 x 20 in it, and a way in from the front. */
const room = (wide: string, high: string): StepOf[] => [
  ['solid', { width: '40', depth: '40', height: '30' }, 'block'],
  ['solid', { width: '34', depth: '34', height: '20', on: { base: 'ground', off: '4' }, how: 'take', parts: ['block'] }, 'room'], // prettier-ignore
  ['solid', { width: wide, depth: '20', height: high, on: { base: 'ground', off: '6' }, at: { along: '0', up: '-15' }, how: 'take', parts: ['block'] }, 'door'], // prettier-ignore
]
async function said(...steps: StepOf[]) {
  const { build, problems } = await built(sheetOf(...steps))
  expect(problems).toEqual([])
  const { lines } = await prove(await Kernel.load(), projectSchema.parse(emptyProject('Room')), build.parts[0]!)
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
