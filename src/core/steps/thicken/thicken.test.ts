import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']

async function skin(ways: readonly (readonly number[])[], fields: Fields) {
  const { build } = await built(sheetOf(BOX))
  const faces = ways.map((way) => facing(build.parts[0]!, way))
  const { volumes, problems } = await built(sheetOf(BOX, ['thicken', { part: 'box', faces, by: '2', ...fields }, 's']))
  return { volume: volumes['s'], box: volumes['box']!, problems }
}
const TOP = [0, 0, 1]
const FRONT = [0, -1, 0]

test('a face becomes a plate of its own in front of it or behind it, and the part stays as it is', async () => {
  const out = await skin([TOP], {})
  expect([out.problems, out.volume, out.box]).toEqual([[], expect.closeTo(2400, 3), expect.closeTo(24000, 3)])
  expect((await skin([TOP], { way: 'in' })).volume).toBeCloseTo(2400, 3)
})

test('faces beside each other are one skin, round about their edge outside, and sharp inside', async () => {
  const flat = 2 * (40 * 30 + 40 * 20)
  const out = await skin([TOP, FRONT], {})
  expect(out.volume! / (flat + Math.PI * 40)).toBeCloseTo(1, 3)
  expect((await skin([TOP, FRONT], { way: 'in' })).volume).toBeCloseTo(flat - 4 * 40, 2)
})

test('added to the part it makes that thicker, and without a face it says so', async () => {
  expect((await skin([TOP], { how: 'add', parts: ['box'] })).box).toBeCloseTo(24000 + 2400, 2)
  expect((await skin([], {})).problems[0]).toMatchObject({ field: 'faces' })
})
