import { read, stepBytes } from '../../../../tests/support/boards'
import { outlinePlate } from '../../../../tests/support/shapes'
import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { makeReference } from '../../document/schema'
import type { ImportedModel } from '../../references/model'

const SHA = 'c'.repeat(64)
let model: ImportedModel
beforeAll(async () => {
  model = await read(await stepBytes(outlinePlate([[-15, -10], [15, -10], [15, 10], [-15, 10]]))) // prettier-ignore
})

const withPlate = (...steps: readonly StepOf[]) => {
  const reference = makeReference({ id: 'plate', name: 'Plate', kind: 'step', file: SHA, fileName: 'plate.step' })
  const item = model.items[0]!.id
  const filled = steps.map((s): StepOf => (s[0] === 'item' ? ['item', { reference: 'plate', item, ...s[1] }, 'it'] : s))
  return built({ ...sheetOf(...filled), references: [reference] }, 'export', new Map([[SHA, model]]))
}
const taken = (fields: Fields = {}): StepOf => ['item', fields, 'it']

test('an item taken over is as large as it was, and its flat faces can be drawn on', async () => {
  const { volumes, problems, build } = await withPlate(taken())
  expect(problems).toEqual([])
  expect(volumes['it']).toBeCloseTo(30 * 20 * 1.6, 3)
  const face = facing(
    build.parts.find((p) => p.id === 'it')!,
    [0, 0, 1],
  )
  const on = { part: 'it', face, off: '0', datum: 'corner' }
  const lug = await withPlate(
    taken(),
    ['drawing', { on, shapes: [shape('rectangle', { width: '4', height: '4', by: 'corner', at: at('1', '1') })] }, 'd'],
    ['extrude', { drawing: 'd', by: '5', how: 'add', parts: ['it'] }, 'lug'],
  )
  expect(lug.problems).toEqual([])
  expect(lug.volumes['it']).toBeCloseTo(960 + 80, 2)
})

test('a gap round an item adds its surface times the gap, and what rounds its edges and corners (Steiner)', async () => {
  const r = 0.8
  const { volumes, problems } = await withPlate(taken({ gap: `${r}` }))
  expect(problems).toEqual([])
  const [w, d, h] = [30, 20, 1.6]
  const wanted =
    w * d * h + 2 * (w * d + w * h + d * h) * r + Math.PI * r * r * (w + d + h) + (4 / 3) * Math.PI * r ** 3
  expect(Math.abs(volumes['it']! / wanted - 1)).toBeLessThan(2e-3)
})

test('its room is cut out of a part, and nothing else changes', async () => {
  const plain: StepOf = ['solid', { shape: 'box', width: '50', depth: '40', height: '20' }, 'box']
  const before = await withPlate(plain)
  const { volumes, problems, build } = await withPlate(plain, taken({ how: 'take', parts: ['box'] }))
  expect(problems).toEqual([])
  expect(build.parts.map((p) => p.id)).toEqual(['box'])
  expect(before.volumes['box']! - volumes['box']!).toBeCloseTo(960, 2)
})

test('an item that is gone is a problem at its field', async () => {
  const { problems } = await withPlate(taken({ item: 'nothing' }))
  expect(problems[0]).toMatchObject({ field: 'item', message: expect.stringContaining('no item "nothing" any more') })
})
