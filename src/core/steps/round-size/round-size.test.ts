import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing, kept, boreAt } from '../../../../tests/support/facing'
import { pointable } from '../../faces/resolve'
import type { BuiltPart } from '../../built/built'
import { measureLedger } from '../../fit/ledger'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']
const bore = (x: number, y: number, across: number, id: string): StepOf =>
  ['solid', { shape: 'cylinder', across: `${across}`, height: '30', on: { base: 'ground', off: '-5' }, at: at(`${x}`, `${y}`), how: 'take', parts: ['box'] }, id] // prettier-ignore

const roundOf = (part: BuiltPart, role: string) => {
  const on = pointable(part.mesh)
  return kept(part, on, on.topology.surfaceOf.findIndex((s) => part.mesh.surfaces[s]!.role === role && part.mesh.surfaces[s]!.shape.kind === 'cylinder')) // prettier-ignore
}
const boxOf = async (steps: readonly StepOf[]) => (await built(sheetOf(...steps))).build.parts.find((p) => p.id === 'box')! // prettier-ignore
const sized = (steps: readonly StepOf[], fields: Fields) => built(sheetOf(...steps, ['round-size', { part: 'box', ...fields }, 's'])) // prettier-ignore

test('a hole gets a diameter, larger by twice the gap; one that is given to all alike goes to all', async () => {
  const steps = [BOX, bore(-10, 0, 4, 'a'), bore(10, 0, 4, 'b'), bore(0, 8, 6, 'c')]
  const part = await boxOf(steps)
  const face = boreAt(part, -10, 0)
  const area = (await boxOf([BOX, bore(-10, 0, 4, 'a')]).then((p) => 24000 - p.volume)) / 4 ** 2
  const one = await sized(steps, { faces: [face], size: '5', gap: '0.1' })
  expect(one.problems).toEqual([])
  expect(one.volumes['box']).toBeCloseTo(part.volume - area * (5.2 ** 2 - 4 ** 2), 2)
  expect(one.notes).toContain('It was 4 mm.')
  const both = await sized(steps, { faces: [face], also: 'alike', size: '3' })
  expect(both.volumes['box']).toBeCloseTo(part.volume + 2 * area * (4 ** 2 - 3 ** 2), 2)
  expect(both.notes).toContain('2 are like it.')
})

test('a hole that would break out is refused with the largest that does', async () => {
  const steps = [BOX, bore(-10, 0, 4, 'a')]
  const { problems } = await sized(steps, { faces: [boreAt(await boxOf(steps), -10, 0)], size: '22' })
  expect(problems[0]).toMatchObject({ field: 'size', would: { value: expect.stringMatching(/^19\.\d/) } })
})

test('the largest that does, taken, does, with a gap too', async () => {
  const steps = [BOX, bore(-10, 0, 4, 'a')]
  const faces = [boreAt(await boxOf(steps), -10, 0)]
  const { problems } = await sized(steps, { faces, size: '22', gap: '0.4' })
  const taken = await sized(steps, { faces, size: problems[0]!.would!.value, gap: '0.4' })
  expect(taken.problems).toEqual([])
  expect(Number(problems[0]!.would!.value)).toBeCloseTo(19.2, 0)
})

test('a peg with a gap becomes thinner', async () => {
  const peg: StepOf = ['solid', { shape: 'cylinder', across: '8', height: '10', on: { base: 'ground', off: '19.9' }, how: 'add', parts: ['box'] }, 'peg'] // prettier-ignore
  const part = await boxOf([BOX, peg])
  const face = roundOf(part, part.mesh.surfaces.find((s) => s.shape.kind === 'cylinder')!.role)
  const { volumes, problems } = await sized([BOX, peg], { faces: [face], size: '6', gap: '0.25' })
  const before = part.volume - 24000
  expect([problems, (volumes['box']! - 24000) / before]).toEqual([[], expect.closeTo((5.5 / 8) ** 2, 4)])
})

test('a slot gets wider all round', async () => {
  const on = { part: 'box', face: facing(await boxOf([BOX]), [0, 0, 1]), off: '0', datum: 'middle' }
  const slot = (wide: number): StepOf[] => [
    [
      'drawing',
      { on, shapes: [shape('slot', { across: `${wide}`, from: at('-7', '0'), to: at('7', '0') }, 's')] },
      'd',
    ],
    ['extrude', { drawing: 'd', by: '20', way: 'in', how: 'take', parts: ['box'] }, 'x'],
  ]
  const part = await boxOf([BOX, ...slot(6)])
  const cylinder = part.mesh.surfaces.find((s) => s.shape.kind === 'cylinder')
  expect(cylinder).toBeDefined()
  const face = roundOf(part, cylinder!.role)
  const out = await sized([BOX, ...slot(6)], { faces: [face], how: 'wider', by: '1' })
  const wanted = await boxOf([BOX, ...slot(8)])
  expect([out.problems, out.volumes['box']! / wanted.volume]).toEqual([[], expect.closeTo(1, 4)])
})

test('a rounded edge gets another radius with all that runs on from it', async () => {
  const round = (radius: number): StepOf => ['edges', { part: 'box', which: 'outer', radius: `${radius}` }, 'r']
  const part = await boxOf([BOX, round(4)])
  const face = roundOf(part, 'blend')
  for (const radius of [7, 1]) {
    const wanted = (await boxOf([BOX, round(radius)])).volume
    const { volumes, problems } = await sized([BOX, round(4)], { faces: [face], how: 'radius', size: `${radius}` })
    expect([problems, volumes['box']! / wanted]).toEqual([[], expect.closeTo(1, 4)])
  }
})

test('what a hole or a peg was sized for has a row in the ledger, measured on what came out', async () => {
  const peg: StepOf = ['solid', { shape: 'cylinder', across: '7', height: '9', on: { base: 'ground', off: '20' }, at: at('10', '4'), how: 'add', parts: ['box'] }, 'peg'] // prettier-ignore
  const steps = [BOX, bore(-10, 0, 4, 'a'), bore(-2, -9, 4, 'b'), peg]
  const part = await boxOf(steps)
  const on = pointable(part.mesh)
  const outside = kept(part, on, on.topology.surfaceOf.findIndex((s) => { const { shape: is } = part.mesh.surfaces[s]!; return is.kind === 'cylinder' && !is.hole })) // prettier-ignore
  const rows = async (fields: Fields) => measureLedger((await sized(steps, fields)).build).map((r) => [r.between, r.verdict, r.measured]) // prettier-ignore
  const holes = await rows({ faces: [boreAt(part, -10, 0)], also: 'alike', size: '5.3', gap: '0.2' })
  expect(holes).toEqual([1, 2].map((i) => [`Ø 5.3 in hole ${i} of Part`, 'holds', expect.closeTo(0.2, 2)]))
  expect(await rows({ faces: [outside], size: '6.4', gap: '0.15' })).toEqual([['peg of Part in Ø 6.4', 'holds', expect.closeTo(0.15, 2)]]) // prettier-ignore
  expect(await rows({ faces: [outside], size: '6.4' })).toEqual([])
})
