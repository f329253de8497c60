import { areaOf, boundsOf, perimeterOf } from '../../profile/measure'
import { readDxf } from './read-dxf'

type Pairs = readonly (readonly [code: number, value: string | number])[]
const entity = (type: string, ...pairs: Pairs) => `0\n${type}\n${pairs.map(([c, v]) => `${c}\n${v}\n`).join('')}`
const file = (entities: string, blocks = '') =>
  new TextEncoder().encode(
    `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nBLOCKS\n${blocks}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`,
  )
const poly = (points: readonly (readonly [number, number, number?])[], ...more: Pairs) =>
  entity('LWPOLYLINE', [70, 1], ...more, ...points.flatMap(([x, y, bulge]): Pairs => [[10, x], [20, y], ...(bulge ? [[42, bulge] as const] : [])])) // prettier-ignore
const RECT = poly([[0, 0], [40, 0], [40, 20], [0, 20]]) // prettier-ignore

function read(entities: string, blocks?: string) {
  const result = readDxf(file(entities, blocks))
  if (!result.ok) return { problem: result.problem.message, area: NaN, loops: 0, bounds: [] as number[], notes: [] as string[], length: NaN } // prettier-ignore
  const loops = result.value.layers.flatMap((l) => l.profile.loops)
  const open = result.value.layers.flatMap((l) => l.open)
  return {
    problem: undefined,
    area: areaOf({ loops }),
    loops: loops.length,
    bounds: loops.length + open.length > 0 ? boundsOf({ loops: [...loops, ...open] }).map((v) => Math.round(v * 1e6) / 1e6 + 0) : [], // prettier-ignore
    length: perimeterOf({ loops: [...loops, ...open] }),
    notes: result.value.notes,
  }
}

test('the sheet of paper round a drawing, and what is hidden, are not the drawing', () => {
  const paper = poly([[-100, -50], [200, -50], [200, 90], [-100, 90]], [67, 1]) // prettier-ignore
  const unseen = poly([[5, 5], [10, 5], [10, 10], [5, 10]], [60, 1]) // prettier-ignore
  const drawing = read(RECT + paper + unseen)
  expect([drawing.area, drawing.loops]).toEqual([800, 1])
  expect(drawing.notes.join()).toContain('on the sheet of paper, not in the drawing: 1 entities')
  expect(drawing.notes.join()).toContain('they are hidden: 1 entities')
})

describe('drawn from below (an extrusion of 0, 0, -1)', () => {
  const below: Pairs = [[210, 0], [220, 0], [230, -1]] // prettier-ignore
  test.each([
    ['a circle is mirrored', entity('CIRCLE', [10, 10], [20, 5], [40, 2], ...below), [-12, 3, -8, 7]],
    ['an arc is mirrored', entity('ARC', [10, 10], [20, 5], [40, 2], [50, -90], [51, 90], ...below), [-12, 3, -10, 7]],
    [
      'a polyline is mirrored',
      poly(
        [
          [0, 0],
          [40, 0],
          [40, 20],
          [0, 20],
        ],
        ...below,
      ),
      [-40, 0, 0, 20],
    ],
    ['a line is where it is', entity('LINE', [10, 1], [20, 2], [11, 9], [21, 5], ...below), [1, 2, 9, 5]],
    ['an ellipse is where it is', entity('ELLIPSE', [10, 10], [20, 5], [11, 4], [21, 0], [40, 0.5], ...below), [6, 3, 14, 7]], // prettier-ignore
    ['a curve is where it is', entity('SPLINE', [71, 1], [40, 0], [40, 0], [40, 1], [40, 1], [10, 1], [20, 2], [10, 9], [20, 5], ...below), [1, 2, 9, 5]], // prettier-ignore
    ['a polyline in space is where it is', `${entity('POLYLINE', [70, 8], ...below)}${entity('VERTEX', [10, 1], [20, 2])}${entity('VERTEX', [10, 9], [20, 5])}${entity('SEQEND')}`, [1, 2, 9, 5]], // prettier-ignore
  ])('%s', (_, entities, bounds) => expect(read(entities).bounds).toEqual(bounds.map((v) => expect.closeTo(v, 2))))
  test('a block is mirrored as a whole', () => {
    const block = `${entity('BLOCK', [2, 'foot'], [10, 0], [20, 0])}${poly([[1, 1], [5, 1], [5, 3], [1, 3]])}${entity('ENDBLK')}` // prettier-ignore
    expect(read(entity('INSERT', [2, 'foot'], [10, 10], [20, 0], ...below), block).bounds).toEqual([-15, 1, -11, 3])
  })
})

test('faces in space are no outline, and say so', () => {
  const mesh = `${entity('POLYLINE', [70, 64])}${entity('VERTEX', [10, 0], [20, 0])}${entity('VERTEX', [10, 50], [20, 50])}${entity('SEQEND')}`
  const drawing = read(RECT + mesh)
  expect([drawing.loops, drawing.bounds]).toEqual([1, [0, 0, 40, 20]])
  expect(drawing.notes.join()).toContain('no outlines: 1 POLYLINE')
})

test('an arc that runs round over and over is once round', () => {
  expect(read(entity('ELLIPSE', [10, 0], [20, 0], [11, 4], [21, 0], [40, 1], [41, 0], [42, 1e9])).area).toBeCloseTo(Math.PI * 16, 3) // prettier-ignore
})

test.each([
  ['a curve of a degree that none has', entity('SPLINE', [71, 300], ...Array.from({ length: 602 }, (_, i): [number, number] => [40, i]), ...Array.from({ length: 301 }, (_, i): Pairs => [[10, i], [20, 0]]).flat()), /degree 300; up to 25/], // prettier-ignore
  ['a block that is repeated in blocks that are', entity('INSERT', [2, 'c'], [10, 0], [20, 0], [70, 90], [71, 90]), /entities|lines and arcs/], // prettier-ignore
])('%s is refused before it is made', (_, entities, message) => {
  const row = (name: string, of: string) => `${entity('BLOCK', [2, name], [10, 0], [20, 0])}${entity('INSERT', [2, of], [10, 0], [20, 0], [70, 90], [71, 90], [44, 3], [45, 3])}${entity('ENDBLK')}` // prettier-ignore
  const blocks = `${entity('BLOCK', [2, 'a'], [10, 0], [20, 0])}${RECT}${entity('ENDBLK')}${row('b', 'a')}${row('c', 'b')}`
  expect(read(entities, blocks).problem).toMatch(message)
})
