import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { boreAt, facing } from '../../../../tests/support/facing'
import { pointable } from '../../faces/resolve'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']
const TOP = [0, 0, 1]
const bore = (x: number, y: number, across: number, id: string): StepOf =>
  ['solid', { shape: 'cylinder', across: `${across}`, height: '30', on: { base: 'ground', off: '-5' }, at: at(`${x}`, `${y}`), how: 'take', parts: ['box'] }, id] // prettier-ignore
const boss = (x: number, y: number, high = 5): StepOf =>
  ['solid', { width: '6', depth: '4', height: `${high}`, on: { base: 'ground', off: '20' }, at: at(`${x}`, `${y}`), how: 'add', parts: ['box'] }, 'boss'] // prettier-ignore
const boxOf = async (steps: readonly StepOf[]) => (await built(sheetOf(...steps))).build.parts.find((p) => p.id === 'box')! // prettier-ignore
const moved = (steps: readonly StepOf[], fields: Fields) => built(sheetOf(...steps, ['move-feature', { part: 'box', ...fields }, 'm'])) // prettier-ignore
const boundsOf = (positions: ArrayLike<number>) => [0, 1, 2].map((k) => Array.from(positions).filter((_, i) => i % 3 === k)).map((v) => [Math.min(...v), Math.max(...v)]) // prettier-ignore

test('a hole and a boss slide on their faces; nothing else changes', async () => {
  const steps = [BOX, bore(10, 0, 6, 'a'), boss(-12, 4)]
  const part = await boxOf(steps)
  const out = await moved(steps, { faces: [boreAt(part, 10, 0), facing(part, TOP, 25)], right: '3', back: '-5' })
  expect([out.problems, out.volumes['box']]).toEqual([[], expect.closeTo(part.volume, 2)])
  const after = out.build.parts[0]!
  expect(boreAt(after, 13, -5)).toBeDefined()
  const wanted = await boxOf([BOX, bore(13, -5, 6, 'a'), boss(-9, -1)])
  expect(after.middle.map((v, k) => v - wanted.middle[k]!)).toEqual([0, 1, 2].map(() => expect.closeTo(0, 4)))
})

test('copied, it is there twice, and both can be picked', async () => {
  const steps = [BOX, bore(10, 0, 6, 'a')]
  const part = await boxOf(steps)
  const { problems, volumes, build } = await moved(steps, { faces: [boreAt(part, 10, 0)], keep: 'copy', right: '-18' })
  expect([problems, 24000 - volumes['box']!]).toEqual([[], expect.closeTo(2 * (24000 - part.volume), 2)])
  expect(pointable(build.parts[0]!.mesh).topology.surfaceOf).toHaveLength(8)
  expect(boreAt(build.parts[0]!, -8, 0).name.copy).toEqual(['m'])
})

test('it turns about its own middle, and is put onto another face', async () => {
  const part = await boxOf([BOX, boss(-8, 4)])
  const top = facing(part, TOP, 25)
  const turned = await moved([BOX, boss(-8, 4)], { faces: [top], how: 'turn', angle: '90' })
  expect([turned.problems, turned.volumes['box']]).toEqual([[], expect.closeTo(24120, 2)])
  const front = { part: 'box', face: facing(part, [0, -1, 0], 15), datum: 'middle', off: '0' }
  const onto = await moved([BOX, boss(-8, 4)], { faces: [top], how: 'onto', to: front })
  expect([onto.problems, onto.volumes['box']]).toEqual([[], expect.closeTo(24120, 1)])
  const [, [front_], [, high]] = boundsOf(onto.build.parts[0]!.mesh.positions) as [number[], [number], [number, number]]
  expect([front_, high]).toEqual([expect.closeTo(-20, 3), expect.closeTo(20, 3)])
})

test('it keeps its distance from a face, also when that moves', async () => {
  const sheet = (width: string): StepOf[] => [
    ['solid', { width, depth: '30', height: '20' }, 'box'],
    bore(4, 3, 6, 'a'),
  ]
  const part = await boxOf(sheet('40'))
  const to = { part: 'box', face: facing(part, [1, 0, 0]), datum: 'middle', off: '-7.5' }
  const fields = { faces: [boreAt(part, 4, 3)], how: 'till', to }
  for (const [width, x] of [
    ['40', 12.5],
    ['46', 15.5],
  ] as const) {
    const { problems, build } = await moved(sheet(width), fields)
    expect(problems).toEqual([])
    expect(boreAt(build.parts[0]!, x, 3)).toBeDefined()
  }
})

test('where it lands on something else it is joined with that, and what stands on nothing is told', async () => {
  const part = await boxOf([BOX, boss(-8, 4)])
  const face = facing(part, TOP, 25)
  const over = await moved([BOX, boss(-8, 4)], { faces: [face], right: '-10' })
  expect(over.problems).toEqual([])
  // One millimetre of it hangs out over the edge.
  expect(over.volumes['box']).toBeCloseTo(24120, 1)
  const away = await moved([BOX, boss(-8, 4)], { faces: [face], up: '3' })
  expect(away.notes.join()).toContain('stands on nothing')
})

test('letters, ribs with a hole in them: what stands on a feature goes with it', async () => {
  const on = { part: 'box', face: facing(await boxOf([BOX]), TOP), off: '0', datum: 'middle' }
  const ring: StepOf[] = [
    ['drawing', { on, shapes: [shape('circle', { at: at('-8', '0'), across: '10' }, 'o'), shape('circle', { at: at('-8', '0'), across: '6', is: 'hole' }, 'i')] }, 'd'], // prettier-ignore
    ['extrude', { drawing: 'd', by: '4', how: 'add', parts: ['box'] }, 'ring'],
  ]
  const part = await boxOf([BOX, ...ring])
  const out = await moved([BOX, ...ring], { faces: [facing(part, TOP, 24)], right: '14', back: '4' })
  expect([out.problems, out.volumes['box']]).toEqual([[], expect.closeTo(part.volume, 2)])
})
