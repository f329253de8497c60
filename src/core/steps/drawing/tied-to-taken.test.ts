import fc from 'fast-check'
import { at, built, shape, sheetOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { setField } from '../../document/edits'
import type { Project } from '../../document/schema'
import { type FixedMark, fixedMarks } from '../../fields/fixed-marks'
import type { ShapeReport } from '../../fields/shapes'

const BOX = ['solid', { shape: 'box', width: '30', depth: '20', height: '10' }, 'box'] as const
const BORE = [
  ['drawing', { shapes: [shape('circle', { across: '6', at: at('8', '-3') }, 'bore')] }, 'b'],
  ['extrude', { drawing: 'b', reach: 'through', how: 'take', parts: ['box'] }, 'cut'],
] as const

let top: object
beforeAll(async () => {
  const { build } = await built(sheetOf(BOX, ...BORE))
  top = { part: 'box', face: facing(build.parts[0]!, [0, 0, 1]) }
})

const project = (...more: object[]): Project =>
  sheetOf(BOX, ...BORE, ['drawing', { shapes: [shape('edges', { of: [top], is: 'guide' }, 'rim'), ...more] }, 'd'])

async function reportsOf(of: Project) {
  const { build, problems } = await built(of)
  return { reports: build.steps.at(-1)!.values['shapes'] as ShapeReport[], problems }
}

async function marks(): Promise<FixedMark[]> {
  const { reports } = await reportsOf(project())
  return fixedMarks(reports[0]!.drawn!)
}
/** The edge of the box's top whose middle is there. */
async function edgeAt(x: number, y: number): Promise<string> {
  const found = (await marks()).find((m) => m.what === 'line' && Math.hypot((m.from[0] + m.to[0]) / 2 - x, (m.from[1] + m.to[1]) / 2 - y) < 0.01) // prettier-ignore
  return `rim.${found!.name}`
}
const middleOf = async (of: Project) => {
  const { reports, problems } = await reportsOf(of)
  expect(problems).toEqual([])
  return reports.find((r) => r.id === 'pin')!.drawn!.points['middle']!
}

test('a taken face has its corners, edges and bores by name, each once', async () => {
  const all = await marks()
  const of = (what: FixedMark['what']) => all.filter((m) => m.what === what)
  expect(of('line')).toHaveLength(4)
  expect(of('round')).toMatchObject([{ radius: expect.closeTo(3, 3), centre: [expect.closeTo(8, 3), expect.closeTo(-3, 3)] }]) // prettier-ignore
  expect(of('point')).toHaveLength(5)
  expect(new Set(all.map((m) => m.name)).size).toBe(all.length)
  expect(all.every((m) => !m.name.includes('.'))).toBe(true)
})

test('a place a distance off two edges of a face keeps it, however the part grows, and there and back is the start', async () => {
  const [left, front] = [await edgeAt(-15, 0), await edgeAt(0, -10)]
  const pinned = project(
    shape('circle', { at: at(-9, -2), across: '4' }, 'pin'),
    shape('apart', { a: 'pin.middle', b: left, by: '6' }),
    shape('apart', { a: 'pin.middle', b: front, by: '8' }),
  )
  const first = await middleOf(pinned)
  expect(first[0]).toBeCloseTo(-9, 6)
  expect(first[1]).toBeCloseTo(-2, 6)
  await fc.assert(
    fc.asyncProperty(
      fc.double({ min: 20, max: 200, noNaN: true }),
      fc.double({ min: 16, max: 90, noNaN: true }),
      async (width, depth) => {
        // prettier-ignore
        const grown = setField('box', 'width', width.toFixed(3))(setField('box', 'depth', depth.toFixed(3))(pinned))
        const [x, y] = await middleOf(grown)
        expect(x).toBeCloseTo(-Number(width.toFixed(3)) / 2 + 6, 2)
        expect(y).toBeCloseTo(-Number(depth.toFixed(3)) / 2 + 8, 2)
      },
    ),
    { numRuns: 12 },
  )
  expect(await middleOf(setField('box', 'width', '30')(setField('box', 'width', '44')(pinned)))).toEqual(first)
})

test('a circle touches a taken bore from outside; a line lies on the corner of a face; what is gone is said at the tie', async () => {
  const bore = (await marks()).find((m) => m.what === 'round')!
  const touching = project(
    shape('circle', { at: at(14, -3), across: '4' }, 'pin'),
    shape('touching', { a: 'pin', b: `rim.${bore.name}`, how: 'outside' }),
  )
  const [x, y] = await middleOf(touching)
  expect(Math.hypot(x - 8, y + 3)).toBeCloseTo(5, 3)
  const wider = await middleOf(setField('bore', 'across', '9')(touching))
  expect(Math.hypot(wider[0] - 8, wider[1] + 3)).toBeCloseTo(6.5, 3)
  const lost = await reportsOf(project(shape('circle', { at: at(1, 1) }, 'pin'), shape('on', { a: 'pin.middle', b: 'rim.edge of nothing' }))) // prettier-ignore
  expect(lost.problems[0]).toMatchObject({ message: expect.stringContaining('not in the drawing') })
})

test('a place can be taken from a corner of a face, so many along and down', async () => {
  const corner = (await marks()).find((m) => m.what === 'point' && m.at[0] > 14 && m.at[1] > 9)!
  const off = project(shape('circle', { at: at('-22', '-6.4', `rim.${corner.name}`), across: '4' }, 'pin'))
  expect(await middleOf(off)).toEqual([expect.closeTo(-7, 3), expect.closeTo(3.6, 3)])
  expect((await middleOf(setField('box', 'depth', '26')(off)))[1]).toBeCloseTo(6.6, 3)
})
