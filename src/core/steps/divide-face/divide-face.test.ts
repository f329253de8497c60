import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing, kept } from '../../../../tests/support/facing'
import { areasOf } from '../../alter/bulges'
import type { BuiltPart } from '../../built/built'
import { keepEdge, pointable, seen } from '../../faces/resolve'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']
const TOP = [0, 0, 1]
const bore = (x: string, y: string): StepOf => ['solid', { shape: 'cylinder', across: '8', height: '40', lift: '-5', at: at(x, y), how: 'take', parts: ['box'] }, 'bore'] // prettier-ignore
const line = (from: [string, string], to: [string, string]) => shape('line', { from: at(...from), to: at(...to) })

/** A body with its top divided by what is drawn on it. */
async function divided(steps: readonly StepOf[], shapes: readonly object[], fields: Fields = {}) {
  const part = (await built(sheetOf(...steps))).build.parts[0]!
  const top = facing(part, TOP)
  const sheet: StepOf[] = [
    ...steps,
    ['drawing', { on: { part: 'box', face: top, off: '0', datum: 'middle' }, shapes }, 'd'],
    ['divide-face', { part: 'box', faces: [top], drawing: 'd', ...fields }, 'div'],
  ]
  const out = await built(sheetOf(...sheet))
  return { ...out, sheet, before: part, part: out.build.parts[0]! }
}

/** The area of a face by the step that it is named by, looking up. */
function areaOf(part: BuiltPart, step: string): number {
  const on = pointable(part.mesh)
  return on.topology.surfaceOf.reduce((sum, s, r) => {
    const tag = part.mesh.surfaces[s]!
    return tag.step === step && tag.shape.kind === 'plane' && tag.shape.normal[2] > 0.9 ? sum + areasOf(on)[r]! : sum
  }, 0)
}
const sideFace = (part: BuiltPart) => {
  const on = pointable(part.mesh)
  return kept(
    part,
    on,
    on.topology.surfaceOf.findIndex((s) => part.mesh.surfaces[s]!.step === 'div'),
  )
}

test('a line divides a face to its edges: two faces, the body as it was', async () => {
  // To the left of the line, which leads to the back, lies the side with the lower x.
  const { problems, part, before } = await divided([BOX], [line(['10', '-6'], ['10', '6'])])
  expect(problems).toEqual([])
  expect(part.volume).toBeCloseTo(before.volume, 6)
  expect([areaOf(part, 'div'), areaOf(part, 'box')]).toEqual([expect.closeTo(30 * 30, 4), expect.closeTo(10 * 30, 4)])
  expect(pointable(part.mesh).topology.surfaceOf).toHaveLength(7)
})

test('one side moves alone, and leans about the line', async () => {
  const { sheet, part } = await divided([BOX], [line(['10', '-6'], ['10', '6'])])
  const face = sideFace(part)
  const up = await built(sheetOf(...sheet, ['move-faces', { part: 'box', faces: [face], by: '3' }, 'm']))
  expect([up.problems, up.volumes['box']]).toEqual([[], expect.closeTo(24000 + 3 * 30 * 30, 2)])
  const down = await built(sheetOf(...sheet, ['move-faces', { part: 'box', faces: [face], by: '-3' }, 'm']))
  expect([down.problems, down.volumes['box']]).toEqual([[], expect.closeTo(24000 - 3 * 30 * 30, 2)])
  const on = pointable(part.mesh)
  const border = on.topology.borders.findIndex((b) => b.regions.every((r) => { const s = part.mesh.surfaces[on.topology.surfaceOf[r]!]!.shape; return s.kind === 'plane' && s.normal[2] > 0.9 })) // prettier-ignore
  const about = [keepEdge(seen(on), border, [10, 0, 20])]
  const leant = await built(sheetOf(...sheet, ['move-faces', { part: 'box', faces: [face], how: 'lean', about, angle: '-20' }, 'm'])) // prettier-ignore
  expect([leant.problems, leant.volumes['box']]).toEqual([[], expect.closeTo(24000 - (30 * 30 * 30 * Math.tan(Math.PI / 9)) / 2, 2)]) // prettier-ignore
})

test('an outline gives a patch of its own, and a line goes over the rim of a hole', async () => {
  const patch = await divided([BOX], [shape('circle', { at: at('5', '2'), across: '10' })], { by: 'outline' })
  expect(patch.problems).toEqual([])
  expect(areaOf(patch.part, 'div') / (Math.PI * 25)).toBeCloseTo(1, 2)
  expect(patch.part.volume).toBeCloseTo(24000, 6)
  const holed = await divided([BOX, bore('10', '0')], [line(['10', '-6'], ['12', '6'])])
  expect(holed.problems).toEqual([])
  expect(holed.part.volume).toBeCloseTo(holed.before.volume, 3)
  expect(areaOf(holed.part, 'div') + areaOf(holed.part, 'box')).toBeCloseTo(areaOf(holed.before, 'box'), 4)
  // The wall of the bore has the new corners on its rim: it can still be given another size.
  const bored = kept(holed.part, pointable(holed.part.mesh), pointable(holed.part.mesh).topology.surfaceOf.findIndex((s) => holed.part.mesh.surfaces[s]!.shape.kind === 'cylinder')) // prettier-ignore
  const wider = await built(sheetOf(...holed.sheet, ['round-size', { part: 'box', faces: [bored], size: '9' }, 'w']))
  const share = (24000 - holed.before.volume) / 64
  expect([wider.problems, wider.volumes['box']]).toEqual([[], expect.closeTo(24000 - share * 81, 1)])
})

test('what does not divide is refused, and round faces are', async () => {
  const beside = await divided([BOX], [shape('circle', { at: at('50', '0'), across: '10' })], { by: 'outline' })
  expect(beside.problems[0]!.message).toContain('does not divide')
  const { sheet } = await divided([BOX, bore('10', '0')], [line(['10', '-6'], ['10', '6'])])
  const part = (await built(sheetOf(BOX, bore('10', '0')))).build.parts[0]!
  const on = pointable(part.mesh)
  const wall = kept(
    part,
    on,
    on.topology.surfaceOf.findIndex((s) => part.mesh.surfaces[s]!.shape.kind === 'cylinder'),
  )
  const round = await built(sheetOf(...sheet.slice(0, -1), ['divide-face', { part: 'box', faces: [wall], drawing: 'd' }, 'div'])) // prettier-ignore
  expect(round.problems[0]!.message).toContain('flat faces')
})
