import { shape, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { setField } from '../document/edits'
import { Kernel } from '../kernel/kernel'
import { Builder } from './builder'

const PLATE = ['solid', { shape: 'box', width: '40', depth: '20', height: '5' }, 'plate'] as const
const DISC = ['drawing', { shapes: [shape('circle', { across: '6' })] }, 'd'] as const
const hole = { drawing: 'd', reach: 'through', how: 'take', parts: ['plate'] }
const lug = { drawing: 'd', by: '9', how: 'add', parts: ['plate'] }
const lidOf = ['solid', { shape: 'box', width: '10', depth: '10', height: '5' }, 'lid'] as const
/** mm2, of a disc 6 across drawn with chords of `view` quality. */
const DISC_AREA = 9 * Math.PI

let builder: Builder
beforeAll(async () => {
  builder = new Builder(await Kernel.load())
})
afterAll(() => builder.dispose())

const build = (...steps: StepOf[]) => builder.build(sheetOf(...steps), new Map(), 'view')

test('a cut takes what it cuts and adds nothing; a lug adds only what stands out of the part', async () => {
  await build(PLATE, DISC, ['extrude', hole, 'cut'])
  const cut = builder.effectOf('cut')
  expect(cut.added).toBeUndefined()
  expect(cut.taken!.volume / (5 * DISC_AREA)).toBeCloseTo(1, 2)
  expect(cut.taken!.parts).toHaveLength(1)
  await build(PLATE, DISC, ['extrude', lug, 'lug'])
  const added = builder.effectOf('lug')
  expect(added.taken).toBeUndefined()
  expect(added.added!.volume / (4 * DISC_AREA)).toBeCloseTo(1, 2)
  const heights = added.added!.mesh.positions.filter((_, i) => i % 3 === 2)
  expect([Math.min(...heights), Math.max(...heights)].map((z) => Math.round(z * 1000) / 1000)).toEqual([5, 9])
})

test('what is kept in common takes the rest; of several parts each is named, and their material counted once', async () => {
  const both = { drawing: 'd', reach: 'through', how: 'take', parts: ['plate', 'lid'] }
  await build(PLATE, lidOf, DISC, ['extrude', both, 'cut'])
  const cut = builder.effectOf('cut')
  expect(cut.taken!.parts).toHaveLength(2)
  expect(cut.taken!.volume / (5 * DISC_AREA)).toBeCloseTo(1, 2)
  await build(PLATE, DISC, ['extrude', { ...hole, reach: 'length', by: '5', how: 'common' }, 'core'])
  expect(builder.effectOf('core').taken!.volume / (4000 - 5 * DISC_AREA)).toBeCloseTo(1, 3)
})

test('a part that is new, a step that changes nothing and one that is not there do nothing to what was', async () => {
  await build(PLATE, DISC, ['extrude', { drawing: 'd', by: '3' }, 'own'], ['extrude', { ...lug, by: '5' }, 'inside'])
  for (const step of ['plate', 'own', 'inside', 'elsewhere']) expect(builder.effectOf(step)).toEqual({ step })
})

test('it follows the last build, also one that was reused, and outlives builds that are given up', async () => {
  const first = sheetOf(PLATE, DISC, ['extrude', hole, 'cut'])
  await builder.build(first, new Map(), 'view')
  const taken = builder.effectOf('cut').taken!.volume
  const deeper = setField('plate', 'height', '10')(first)
  await builder.build(deeper, new Map(), 'view')
  expect(builder.effectOf('cut').taken!.volume / taken).toBeCloseTo(2, 3)
  let steps = 0
  const giveUp = () => {
    if ((steps += 1) > 2) throw new Error('overtaken')
  }
  await expect(builder.build(setField('plate', 'height', '7')(first), new Map(), 'view', giveUp)).rejects.toThrow()
  expect(builder.effectOf('cut').taken!.volume / taken).toBeCloseTo(2, 3)
  await builder.build(first, new Map(), 'view')
  expect(builder.effectOf('cut').taken!.volume).toBeCloseTo(taken, 9)
})

test('what has changed of a part since it was made is told over all its steps', async () => {
  await build(PLATE, DISC, ['extrude', hole, 'cut'], ['solid', { width: '4', depth: '4', height: '3', lift: '5', at: { along: '15', up: '10', from: '' }, how: 'add', parts: ['plate'] }, 'lug']) // prettier-ignore
  const all = builder.sinceMade('plate')
  expect(all.taken!.volume).toBeCloseTo(builder.effectOf('cut').taken!.volume, 3)
  expect(all.added!.volume).toBeCloseTo(builder.effectOf('lug').added!.volume, 3)
  expect(all.added!.parts).toEqual(all.taken!.parts)
  expect(builder.sinceMade('nothing')).toEqual({ step: 'nothing' })
})

test('what a step uses up is named, as it was; what is kept is not', async () => {
  const pin = ['solid', { shape: 'box', width: '4', depth: '4', height: '15' }, 'pin'] as const
  const combine = { part: 'plate', do: 'take', tools: ['pin'] }
  await build(PLATE, pin, ['combine', combine, 'c'])
  const gone = builder.effectOf('c')
  expect(gone.taken!.volume).toBeCloseTo(4 * 4 * 5, 2)
  expect(gone.used!.volume).toBeCloseTo(4 * 4 * 15, 2)
  expect(gone.used!.parts).toHaveLength(1)
  await build(PLATE, pin, ['combine', { ...combine, after: 'kept' }, 'c'])
  expect(builder.effectOf('c').used).toBeUndefined()
})
