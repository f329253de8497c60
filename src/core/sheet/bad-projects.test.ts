import { at, built, shape, sheetOf, type StepOf } from '../../../tests/support/drawn'

const BOX: StepOf = ['solid', { shape: 'box', width: '20', depth: '20', height: '10' }, 'box']
const drawing = (...shapes: object[]): StepOf => ['drawing', { shapes }, 'd']
const extruded = (fields: object = {}): StepOf => ['extrude', { drawing: 'd', by: '3', ...fields }, 'e']
const gone = { name: { step: 'box', role: 'nothing of it' }, near: [0, 0, 0], of: 1 }
const free = (id: string, up: number) => shape('line', { from: at(0, up), to: at(10, up + 1) }, id)

/** Projects as somebody might write them, each with what is said, and at which field of which step. */
const BAD: [what: string, steps: StepOf[], at: string, says: string][] = [
  ['ten thousand copies in a ring', [drawing(shape('circle', { across: '2', at: at('20', '0') }, 'c'), shape('ring', { of: ['c'], count: '10000' })), extruded()], 'd.shapes', 'pieces'], // prettier-ignore
  ['a face that never was', [BOX, ['drawing', { on: { part: 'box', face: gone, off: '0', datum: 'middle' }, shapes: [] }, 'd']], 'd.on', 'not there any more'], // prettier-ignore
  ['a part that never was', [['drawing', { on: { part: 'none', face: gone, off: '0', datum: 'middle' }, shapes: [] }, 'd']], 'd.on', 'not'], // prettier-ignore
  ['a wall thinner than nothing', [drawing(shape('circle', { across: '20' })), extruded({ what: 'wall', wall: '-2' })], 'e.wall', '-2 mm'], // prettier-ignore
  ['a tube that is all wall', [['solid', { shape: 'tube', across: '10', wall: '6' }, 't']], 't.wall', 'leaves no bore'],
  ['shapes that hang on each other', [drawing(shape('circle', { at: at('0', '0', 'b.middle') }, 'a'), shape('circle', { at: at('0', '0', 'a.middle') }, 'b'))], 'd.shapes', 'a: '], // prettier-ignore
  ['ties that fight', [drawing(free('a', 0), free('b', 5), shape('equal', { a: 'a', b: 'b' }), shape('long', { a: 'a', by: '10' }), shape('long', { a: 'b', by: '12' }))], 'd.shapes', 'e: This cannot be had together with c, d.'], // prettier-ignore
  ['a tie to nothing', [drawing(free('a', 0), shape('parallel', { a: 'a', b: 'none' }))], 'd.shapes', 'b: '],
  ['a drawing made of itself', [['extrude', { drawing: 'e' }, 'e']], 'e.drawing', 'not before it'],
  ['a kind of shape there is not', [drawing(shape('circle'), { id: 'x', kind: 'swirl', fields: {} })], 'd.shapes', 'Shape b (swirl) cannot be read'], // prettier-ignore
  ['a field that a shape has not', [drawing(shape('polygon', { count: '6' }))], 'd.shapes', 'it has no field count; it has sides'], // prettier-ignore
  ['a value of the wrong sort', [drawing(shape('circle', { across: [3] }))], 'd.shapes', 'Shape a (circle) cannot be read: at across'], // prettier-ignore
  ['a field that a step has not', [['extrude', { height: '3' }, 'e']], 'e.height', 'no such field; it has drawing'],
  ['a length of a kilometre and more', [['solid', { width: '1e9' }, 'b']], 'b.width', 'kilometre'],
  ['more teeth than can be', [drawing(shape('teeth', { count: '100000' }))], 'd.shapes', 'between 2 and 1000'],
]

test.each(BAD)('%s is said at its field, and other steps build', async (_, steps, where, says) => {
  const { build, volumes } = await built(sheetOf(...steps, ['solid', { width: '5', depth: '5', height: '4' }, 'sound']))
  const report = build.steps.find((s) => s.problems.length > 0)!
  expect(`${report.id}.${report.problems[0]!.field}`).toBe(where)
  expect(report.problems[0]!.message).toContain(says)
  expect(volumes['sound']).toBeCloseTo(100, 6)
})
