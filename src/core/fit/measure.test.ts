import fc from 'fast-check'
import { cross, distance, dot, normalize, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { circleOfThree, measurePicks, sensesOf } from './measure'
import type { Pick } from './picks'

const pick = (shape: SurfaceShape, point: Vec3, change: Partial<Pick> = {}): Pick => ({
  kind: 'surface',
  owner: 'lid',
  ownerName: 'Lid',
  region: 0,
  shape,
  point,
  size: [10, 20, 0],
  ...change,
})
const plane = (normal: Vec3, point: Vec3) => pick({ kind: 'plane', normal, point }, point)
const rod = (axis: Vec3, point: Vec3) => pick({ kind: 'cylinder', axis, point, radius: 2, hole: true }, point)
const edge = (from: Vec3, to: Vec3) => pick({ kind: 'free' }, from, { as: 'edge', edge: { from, to, off: 0 } })
const point = (p: Vec3) => pick({ kind: 'free' }, p)
const coordinate = fc.double({ min: -50, max: 50, noNaN: true })
const somewhere = fc.tuple(coordinate, coordinate, coordinate)
const way = somewhere.filter((v) => Math.hypot(...v) > 1).map((v) => normalize(v))

test('planes at an angle say the angle; parallel ones their distance', () => {
  const tilted = measurePicks(plane([0, 0, 1], [0, 0, 0]), plane(normalize([0, 1, 1]), [0, 5, 0]))
  expect(tilted).toMatchObject({ what: 'where the planes meet', value: 0, angle: expect.closeTo(45, 6) })
  expect(measurePicks(plane([0, 0, 1], [0, 0, 7]), plane([0, 0, -1], [3, 3, 2]))).toMatchObject({
    what: 'between planes',
    value: expect.closeTo(5, 9),
    angle: 0,
  })
})

test('axes that pass each other, and edges that end before they would meet', () => {
  const axes = measurePicks(rod([1, 0, 0], [0, 0, 0]), rod([0, 1, 0], [30, 40, 6]))
  expect(axes).toMatchObject({ what: 'between axes', value: expect.closeTo(6, 9), angle: expect.closeTo(90, 6) })
  const edges = measurePicks(edge([0, 0, 0], [10, 0, 0]), edge([13, 4, 0], [13, 20, 0]))
  expect(edges).toMatchObject({ what: 'between edges', value: expect.closeTo(5, 9) })
  expect(edges.along).toEqual([3, 4, 0].map((v) => expect.closeTo(v, 9)))
})

test('an edge above a face, and one that goes through it', () => {
  const ground = plane([0, 0, 1], [0, 0, 0])
  expect(measurePicks(edge([0, 0, 3], [10, 0, 8]), ground)).toMatchObject({ value: expect.closeTo(3, 9) })
  expect(measurePicks(ground, edge([0, 0, -3], [10, 0, 8])).value).toBeCloseTo(0, 9)
  expect(measurePicks(ground, rod([1, 0, 0], [0, 0, 12])).value).toBeCloseTo(12, 9)
})

test('no point of two edges is nearer than what was measured, and the order does not matter', () => {
  fc.assert(
    fc.property(somewhere, somewhere, somewhere, somewhere, (a, b, c, d) => {
      fc.pre(distance(a, b) > 0.5 && distance(c, d) > 0.5)
      const there = measurePicks(edge(a, b), edge(c, d))
      expect(measurePicks(edge(c, d), edge(a, b)).value).toBeCloseTo(there.value, 3)
      const at = (p: Vec3, q: Vec3, t: number): Vec3 => [0, 1, 2].map((k) => p[k]! + t * (q[k]! - p[k]!)) as unknown as Vec3 // prettier-ignore
      for (let i = 0; i <= 10; i++)
        for (let j = 0; j <= 10; j++)
          expect(distance(at(a, b, i / 10), at(c, d, j / 10))).toBeGreaterThan(there.value - 1e-2)
    }),
  )
})

test('three points of any circle give it back', () => {
  fc.assert(
    fc.property(somewhere, way, fc.double({ min: 0.5, max: 40, noNaN: true }), (centre, axis, radius) => {
      const u = normalize(cross(axis, Math.abs(axis[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0]))
      const v = cross(axis, u)
      const on = (t: number): Vec3 => [0, 1, 2].map((k) => centre[k]! + radius * (Math.cos(t) * u[k]! + Math.sin(t) * v[k]!)) as unknown as Vec3 // prettier-ignore
      const found = circleOfThree(on(0.3), on(2), on(4.4))!
      expect(found.diameter).toBeCloseTo(2 * radius, 5)
      expect(distance(found.centre, centre)).toBeLessThan(1e-5)
      expect(Math.abs(dot(found.axis, axis))).toBeCloseTo(1, 6)
    }),
  )
  expect(circleOfThree([0, 0, 0], [1, 1, 1], [3, 3, 3])).toBeUndefined()
})

test('a pick can be taken in the ways that its face allows', () => {
  expect(sensesOf(plane([0, 0, 1], [0, 0, 0]))).toEqual(['face', 'point', 'item'])
  expect(sensesOf(rod([0, 0, 1], [0, 0, 0]))).toEqual(['axis', 'face', 'point', 'item'])
  expect(sensesOf(edge([0, 0, 0], [1, 0, 0]))).toEqual(['edge', 'point', 'item'])
  expect(measurePicks(point([0, 0, 0]), { ...plane([0, 0, 1], [0, 0, 4]), point: [3, 0, 4], as: 'point' }).value).toBeCloseTo(5, 9) // prettier-ignore
})
