import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'

const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '20' }, 'box']
const TOP = [0, 0, 1]
const RIGHT = [1, 0, 0]

/** A sheet, with some of its faces moved at the end. */
async function moved(steps: readonly StepOf[], ways: readonly (readonly number[])[], fields: Fields) {
  const { build } = await built(sheetOf(...steps))
  const part = build.parts.find((p) => p.id === 'box')!
  const faces = ways.map((way) => facing(part, way))
  const out = await built(sheetOf(...steps, ['move-faces', { part: 'box', faces, ...fields }, 'm']))
  return { ...out, before: part.volume, volume: out.volumes['box']! }
}
const hole = (fields: Fields, id = 'hole'): StepOf => ['solid', { shape: 'cylinder', how: 'take', parts: ['box'], ...fields }, id] // prettier-ignore
const drawn = (on: object, shapes: object[], id: string): StepOf => ['drawing', { on, shapes }, id]

test('a flat face moves by what is said, out of the material or into it', async () => {
  expect((await moved([BOX], [TOP], { by: '2.5' })).volume).toBeCloseTo(40 * 30 * 22.5, 3)
  expect((await moved([BOX], [TOP], { by: '-4' })).volume).toBeCloseTo(40 * 30 * 16, 3)
  const both = await moved([BOX], [TOP, RIGHT], { by: '1.25' })
  expect([both.problems, both.volume]).toEqual([[], expect.closeTo(41.25 * 30 * 21.25, 3)])
})

test('rounds go along with the faces that they touch', async () => {
  const round: StepOf = ['edges', { part: 'box', which: 'outer', radius: '3' }, 'r']
  for (const by of [5, -8]) {
    const taller = await built(sheetOf(['solid', { width: '40', depth: '30', height: `${20 + by}` }, 'box'], round))
    const { volume, problems } = await moved([BOX, round], [TOP], { by: `${by}` })
    expect([problems, volume]).toEqual([[], expect.closeTo(taller.volumes['box']!, 2)])
  }
})

test('a face that would use a round up is refused with how far it can go', async () => {
  const round: StepOf = ['edges', { part: 'box', which: 'outer', radius: '3' }, 'r']
  const { problems, volume, before } = await moved([BOX, round], [TOP], { by: '-15' })
  expect(problems[0]).toMatchObject({ field: 'by', message: expect.stringMatching(/-1[34]\.\d+ mm is as far as it can go, 9\d %/) }) // prettier-ignore
  expect(volume).toBe(before)
})

test('it leans about an edge: a wedge is added, or taken away', async () => {
  const { build } = await built(sheetOf(BOX))
  const part = build.parts[0]!
  const about = [{ between: [facing(part, RIGHT).name, facing(part, [0, 0, -1]).name], near: [20, 0, 0], of: 1, run: 'piece' }] // prettier-ignore
  for (const angle of [12, -7]) {
    const { volume, problems } = await moved([BOX], [RIGHT], { how: 'lean', about, angle: `${angle}` })
    const wedge = (30 * 20 * 20 * Math.tan((angle * Math.PI) / 180)) / 2
    expect([problems, volume]).toEqual([[], expect.closeTo(24000 + wedge, 2)])
  }
})

test('it comes to a plane, also to a slanted one', async () => {
  const level = await moved([BOX], [TOP], { how: 'to', to: { base: 'ground', off: '12.5' } })
  expect(level.volume).toBeCloseTo(40 * 30 * 12.5, 3)
  const across = await moved([BOX], [TOP], { how: 'to', to: { base: 'side', off: '3' } })
  expect(across.problems[0]).toMatchObject({ field: 'to' })
})

test('it passes a hole in a wall, and what stands there', async () => {
  const bore = hole({ across: '6', height: '60', on: { base: 'front', off: '-30' }, at: at('0', '12') })
  const holed = await built(sheetOf(BOX, bore))
  expect(holed.problems).toEqual([])
  const cut = await moved([BOX, bore], [TOP], { by: '-8' })
  expect(cut.problems).toEqual([])
  expect(cut.volume).toBeLessThan(40 * 30 * 12)
  // Half of the hole is left open above.
  const half = (Math.PI * 9 * 30) / 2
  expect(cut.volume / (40 * 30 * 12 - half)).toBeCloseTo(1, 3)
})

test('one of two faces in a plane moves alone, and with a step beside it', async () => {
  const on = { part: 'box', face: facing((await built(sheetOf(BOX))).build.parts[0]!, TOP), off: '0', datum: 'corner' }
  const rib: StepOf[] = [
    drawn(on, [shape('rectangle', { width: '10', height: '30', by: 'corner', at: at('0', '0') })], 'd'),
    ['extrude', { drawing: 'd', by: '4', how: 'add', parts: ['box'] }, 'rib'],
  ]
  const { build } = await built(sheetOf(BOX, ...rib))
  const face = facing(build.parts[0]!, TOP, 24)
  const lowered = (by: string, fields: Fields = {}) => built(sheetOf(BOX, ...rib, ['move-faces', { part: 'box', faces: [face], by, ...fields }, 'm'])) // prettier-ignore
  const half = await lowered('-2')
  expect([half.problems, half.volumes['box']]).toEqual([[], expect.closeTo(24000 + 2 * 10 * 30, 3)])
  // Down to the top of the box nothing is left of its sides: they go only if that is wanted.
  const stopped = await lowered('-4')
  expect(stopped.problems[0]).toMatchObject({ kind: 'vanishes', field: 'by', or: { field: 'gone', value: 'go' } })
  expect(stopped.problems[0]!.or!.faces!.every((f) => f.part === 'box' && f.face.name.step === 'rib')).toBe(true)
  expect(Number(stopped.problems[0]!.would!.value)).toBeCloseTo(-4, 1)
  const gone = await lowered('-4', { gone: 'go' })
  expect([gone.problems, gone.volumes['box']]).toEqual([[], expect.closeTo(24000, 0)])
})

test('faces of two parts that meet move together, or not at all', async () => {
  const socket: StepOf = ['solid', { width: '60', depth: '30', height: '12', lift: '20' }, 'lid']
  const { build } = await built(sheetOf(BOX, socket))
  const [box, lid] = ['box', 'lid'].map((id) => build.parts.find((p) => p.id === id)!)
  const both = (by: string) => built(sheetOf(BOX, socket, ['move-faces', { part: 'box', faces: [facing(box!, TOP)], others: [{ part: 'lid', face: facing(lid!, RIGHT) }], by }, 'm'])) // prettier-ignore
  const grown = await both('2.5')
  expect([grown.problems, grown.volumes]).toEqual([[], { box: expect.closeTo(40 * 30 * 22.5, 3), lid: expect.closeTo(62.5 * 30 * 12, 3) }]) // prettier-ignore
  // The box is 20 high: there the one part ends, and the other does not go on alone.
  const far = await both('-21')
  expect([far.problems[0]!.field, far.volumes]).toEqual(['by', { box: 24000, lid: 60 * 30 * 12 }])
})

test('faces that mirror each other move as a pair, also about a slanted edge, until they are let go', async () => {
  const { build } = await built(sheetOf(BOX))
  const part = build.parts[0]!
  const pair = (fields: Fields) => moved([BOX], [RIGHT], { also: 'mirrored', mirror: { base: 'side', off: '0' }, ...fields }) // prettier-ignore
  expect((await pair({ by: '1.5' })).volume).toBeCloseTo(43 * 30 * 20, 3)
  expect((await pair({ by: '1.5', also: 'these' })).volume).toBeCloseTo(41.5 * 30 * 20, 3)
  const about = [{ between: [facing(part, RIGHT).name, facing(part, [0, 0, -1]).name], near: [20, 0, 0], of: 1, run: 'piece' }] // prettier-ignore
  const leant = await pair({ how: 'lean', about, angle: '10' })
  expect(leant.volume).toBeCloseTo(24000 + 30 * 20 * 20 * Math.tan(Math.PI / 18), 2)
  const to = await pair({ how: 'to', to: { base: 'side', off: '26' } })
  expect(to.volume).toBeCloseTo(52 * 30 * 20, 3)
  const none = await pair({ mirror: { base: 'side', off: '4' } })
  expect(none.problems[0]).toMatchObject({ kind: 'no-mirror', field: 'mirror' })
})

test('bores and pegs get other radii by it', async () => {
  const bore = hole({ across: '8', height: '30', on: { base: 'ground', off: '-5' } })
  const { build } = await built(sheetOf(BOX, bore))
  const on = build.parts[0]!
  const wall = on.mesh.surfaces.find((s) => s.shape.kind === 'cylinder')!
  const face = { name: { step: wall.step, role: wall.role }, near: [4, 0, 10], of: 1 }
  const out = await built(sheetOf(BOX, bore, ['move-faces', { part: 'box', faces: [face], by: '0.5' }, 'm']))
  const area = (24000 - on.volume) / 20
  expect([out.problems, out.volumes['box']]).toEqual([[], expect.closeTo(24000 - area * (3.5 / 4) ** 2 * 20, 2)])
})

test('faces lean to meet at a point: a block becomes what is left of a pyramid', async () => {
  const sides = [[1, 0, 0], [-1, 0, 0], [0, 1, 0], [0, -1, 0]] // prettier-ignore
  const square: StepOf = ['solid', { width: '40', depth: '40', height: '20' }, 'box']
  const to = (off: string, fields: Fields = {}) => moved([square], sides, { how: 'point', to: { base: 'ground', off }, ...fields }) // prettier-ignore
  const frustum = await to('60')
  expect([frustum.problems, frustum.volume]).toEqual([[], expect.closeTo((20 / 3) * (1600 + 1600 * (4 / 9) + 1600 * (2 / 3)), 2)]) // prettier-ignore
  // Aside of the middle it is as high and as wide, so that it has as much in it.
  const aside = await to('60', { tip: at('8', '-5') })
  expect(aside.volume).toBeCloseTo(frustum.volume, 2)
  const low = await to('12')
  expect(low.problems.length).toBe(1)
})
