import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { boreAt, facing, kept } from '../../../../tests/support/facing'
import type { BuiltPart } from '../../built/built'
import { pointable } from '../../faces/resolve'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']
const TOP = [0, 0, 1]
const bore = (x: number, y: number, across: number, id: string): StepOf =>
  ['solid', { shape: 'cylinder', across: `${across}`, height: '30', on: { base: 'ground', off: '-5' }, at: at(`${x}`, `${y}`), how: 'take', parts: ['box'] }, id] // prettier-ignore
const boxOf = async (steps: readonly StepOf[]) => (await built(sheetOf(...steps))).build.parts.find((p) => p.id === 'box')! // prettier-ignore
const removed = (steps: readonly StepOf[], fields: Fields) => built(sheetOf(...steps, ['remove-faces', { part: 'box', ...fields }, 'r'])) // prettier-ignore
const named = (part: BuiltPart, is: (role: string, kind: string) => boolean) => {
  const on = pointable(part.mesh)
  return kept(part, on, on.topology.surfaceOf.findIndex((s) => is(part.mesh.surfaces[s]!.role, part.mesh.surfaces[s]!.shape.kind))) // prettier-ignore
}
const onTop = async () => ({ part: 'box', face: facing(await boxOf([BOX]), TOP), off: '0', datum: 'middle' })
const boss = async (): Promise<StepOf[]> => [
  ['drawing', { on: await onTop(), shapes: [shape('circle', { at: at('-8', '3'), across: '6' }, 'c')] }, 'd'],
  ['extrude', { drawing: 'd', by: '5', how: 'add', parts: ['box'] }, 'boss'],
  ['edges', { part: 'box', which: 'foot', radius: '1' }, 'foot'],
]

test('a hole closes and a boss goes with the fillet at its foot, as if they had never been', async () => {
  const steps = [BOX, bore(10, 0, 6, 'a'), ...(await boss())]
  const part = await boxOf(steps)
  const faces = [boreAt(part, 10, 0), facing(part, TOP, 25)]
  const { volumes, problems, build } = await removed(steps, { faces })
  expect([problems, volumes['box']]).toEqual([[], expect.closeTo(24000, 3)])
  expect(pointable(build.parts[0]!.mesh).topology.surfaceOf).toHaveLength(6)
})

test('rounded edges go with their corners, and leave sharp ones', async () => {
  const round: StepOf = ['edges', { part: 'box', which: 'outer', radius: '3' }, 'r1']
  const part = await boxOf([BOX, round])
  const face = named(part, (role, kind) => role === 'blend' && kind === 'cylinder')
  const { volumes, problems } = await removed([BOX, round], { what: 'edge', faces: [face] })
  expect([problems, volumes['box']]).toEqual([[], expect.closeTo(24000, 3)])
})

test('a fillet at the foot of a boss and a bevel go by themselves', async () => {
  const steps = [BOX, ...(await boss())]
  const part = await boxOf(steps)
  const plain = (await boss()).slice(0, 2)
  const face = named(part, (role, kind) => role === 'blend' && kind === 'torus')
  const sharp = await removed(steps, { what: 'edge', faces: [face] })
  expect([sharp.problems, sharp.volumes['box']]).toEqual([[], expect.closeTo((await boxOf([BOX, ...plain])).volume, 2)])
  const bevel: StepOf = ['edges', { part: 'box', which: 'upright', how: 'flat', size: '3', other: '3' }, 'b']
  const cut = await boxOf([BOX, bevel])
  expect(cut.volume).toBeCloseTo(24000 - 4 * 4.5 * 20, 2)
  const flat = named(cut, (role) => role === 'blend')
  expect((await removed([BOX, bevel], { what: 'edge', faces: [flat] })).volumes['box']).toBeCloseTo(24000 - 3 * 4.5 * 20, 2) // prettier-ignore
})

test('all that is small goes, what is larger stays', async () => {
  const steps = [BOX, bore(10, 0, 6, 'a'), bore(-10, -9, 2, 'b'), bore(-4, -9, 2, 'c')]
  const blind: StepOf = ['solid', { width: '2', depth: '2', height: '2', on: { base: 'ground', off: '18.5' }, how: 'take', parts: ['box'] }, 'pit'] // prettier-ignore
  const without = await boxOf([BOX, bore(10, 0, 6, 'a'), bore(-10, -9, 2, 'b'), bore(-4, -9, 2, 'c')])
  const { volumes, problems } = await removed([...steps, blind], { what: 'small', size: '3' })
  expect([problems, volumes['box']]).toEqual([[], expect.closeTo(without.volume, 2)])
})

test('a letter goes, the others stay', async () => {
  const text: StepOf = ['label', { part: 'box', on: await onTop(), text: 'OK', height: '8', deep: '0.6' }, 'text']
  const part = await boxOf([BOX, text])
  expect(part.volume).not.toBeCloseTo(24000, 1)
  const on = pointable(part.mesh)
  const tops = on.topology.surfaceOf.flatMap((s, r) => {
    const { shape: is, step } = part.mesh.surfaces[s]!
    return step === 'text' && is.kind === 'plane' && is.normal[2] > 0.9 ? [r] : []
  })
  expect(tops).toHaveLength(2)
  const both = await removed([BOX, text], { faces: tops.map((r) => kept(part, on, r)) })
  expect([both.problems, both.volumes['box']]).toEqual([[], expect.closeTo(24000, 2)])
  const one = await removed([BOX, text], { faces: [kept(part, on, tops[0]!)] })
  expect(Math.abs(one.volumes['box']! - 24000)).toBeGreaterThan(1)
  expect(Math.abs(one.volumes['box']! - 24000)).toBeLessThan(Math.abs(part.volume - 24000) - 1)
})

test('what is of the part itself is refused', async () => {
  const part = await boxOf([BOX])
  const { problems } = await removed([BOX], { faces: [facing(part, TOP)] })
  expect(problems[0]!.message).toContain('no boss, hole or sign')
})
