import fc from 'fast-check'
import { distance, dot, length, normalize, sub, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { distanceToSpan, distanceToTriangle, ontoSurface } from './onto'

const coordinate = fc.double({ min: -50, max: 50, noNaN: true })
const point = fc.tuple(coordinate, coordinate, coordinate) as fc.Arbitrary<Vec3>
const direction = point.filter((p) => length(p) > 1).map((p) => normalize(p))
const near = (a: Vec3, b: Vec3) => expect(distance(a, b)).toBeLessThan(1e-9)

test('the nearest point of a surface lies on it, stays where it is, and is nearer than others of it', () => {
  fc.assert(
    fc.property(point, direction, point, fc.double({ min: 1, max: 20, noNaN: true }), (at, axis, p, radius) => {
      const shapes: [SurfaceShape, (q: Vec3) => number][] = [
        [{ kind: 'plane', normal: axis, point: at }, (q) => dot(sub(q, at), axis)],
        [{ kind: 'cylinder', axis, point: at, radius, hole: false }, (q) => Math.sqrt(Math.max(0, dot(sub(q, at), sub(q, at)) - dot(sub(q, at), axis) ** 2)) - radius], // prettier-ignore
        [{ kind: 'sphere', point: at, radius, hole: true }, (q) => distance(q, at) - radius],
      ]
      for (const [shape, off] of shapes) {
        const q = ontoSurface(shape, p)
        if (distance(q, p) < 1e-9) continue
        expect(Math.abs(off(q))).toBeLessThan(1e-6)
        near(ontoSurface(shape, q), q)
        expect(distance(p, q)).toBeCloseTo(Math.abs(off(p)), 6)
      }
    }),
  )
})

test('a torus: out to the ring, then to the tube', () => {
  const ring: SurfaceShape = { kind: 'torus', axis: [0, 0, 1], point: [0, 0, 0], radius: 10, tube: 2 }
  near(ontoSurface(ring, [20, 0, 0]), [12, 0, 0])
  near(ontoSurface(ring, [10, 0, 9]), [10, 0, 2])
  near(ontoSurface(ring, [0, -9, 0]), [0, -8, 0])
})

test('how far a point is from a triangle, inside, beside its edge and beyond its corner', () => {
  const [a, b, c]: [Vec3, Vec3, Vec3] = [[0, 0, 0], [10, 0, 0], [0, 10, 0]] // prettier-ignore
  expect(distanceToTriangle([2, 2, 5], a, b, c)).toBeCloseTo(5, 12)
  expect(distanceToTriangle([5, -3, 0], a, b, c)).toBeCloseTo(3, 12)
  expect(distanceToTriangle([-3, -4, 0], a, b, c)).toBeCloseTo(5, 12)
  expect(distanceToTriangle([10, 10, 0], a, b, c)).toBeCloseTo(Math.SQRT1_2 * 10, 12)
  // A triangle without an area is its longest side.
  expect(distanceToTriangle([5, 1, 0], a, b, [4, 0, 0])).toBeCloseTo(1, 12)
})

test('how far a point is from a straight piece', () => {
  expect(distanceToSpan([5, 2, 0], [0, 0, 0], [10, 0, 0])).toBe(2)
  expect(distanceToSpan([13, 4, 0], [0, 0, 0], [10, 0, 0])).toBe(5)
  expect(distanceToSpan([3, 4, 0], [0, 0, 0], [0, 0, 0])).toBe(5)
})
