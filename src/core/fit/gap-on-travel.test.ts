import fc from 'fast-check'
import { boxSoup } from '../../../tests/support/soups'
import { scale, type Vec3 } from '../geometry/vec'
import { smallestGap, TriangleTree } from './gap'
import { gapOnTravel } from './gap-on-travel'

const box = (at: Vec3, size: Vec3) => Float32Array.from(boxSoup(size).positions, (v, i) => v + at[i % 3]!)
const slide = (by: Vec3, stands = 0) => ({ kind: 'slide', by, stands }) as const

test('a gap that is the same all along is exactly that; one that comes on the way is found wherever it stands', () => {
  const rail = new TriangleTree(box([0, -10, 0], [100, 9.8, 5]))
  for (const stands of [0, 0.3, 1]) {
    const own = { triangles: box([10 + 60 * stands, 0, 0], [5, 5, 5]), travel: slide([60, 0, 0], stands) }
    expect(gapOnTravel(own, [], rail)!.distance).toBeCloseTo(0.2, 6)
    const post = new TriangleTree(box([40, 5.35, 1], [0.01, 3, 0.01]))
    const passed = gapOnTravel(own, [], post)!
    expect(passed.distance).toBeCloseTo(0.35, 6)
    expect(passed.b[0]).toBeCloseTo(40, 1)
  }
})

test('what it runs into has no gap, also something so small that only the middle of a face meets it', () => {
  const own = { triangles: box([0, 0, 0], [10, 10, 10]), travel: slide([40, 0, 0]) }
  const speck = (x: number) => new TriangleTree(box([x, 4, 4], [0.5, 0.5, 0.5]))
  expect(gapOnTravel(own, [], speck(30))!.distance).toBe(0)
  expect(gapOnTravel(own, [], speck(53))!.distance).toBeCloseTo(3, 5)
  expect(gapOnTravel(own, [], new TriangleTree(new Float32Array()))).toBeUndefined()
})

test('of two that slide together only what they come nearer to each other counts', () => {
  const own = { triangles: box([0, 0, 0], [4, 4, 4]), travel: slide([50, 0, 0]) }
  const with_ = (by: Vec3) => ({ triangles: box([6, 0, 0], [4, 4, 4]), travel: slide(by) })
  const far = new TriangleTree(box([0, 90, 0], [1, 1, 1]))
  expect(gapOnTravel(own, [with_([50, 0, 0])], far)!.distance).toBeCloseTo(2, 6)
  expect(gapOnTravel(own, [with_([49, 0, 0])], far)!.distance).toBeCloseTo(1, 5)
  expect(gapOnTravel(own, [with_([20, 0, 0])], far)!.distance).toBe(0)
})

test('on any straight way it is no more than at any place of it, and found at one', () => {
  const coordinate = fc.double({ min: -20, max: 20, noNaN: true })
  const place = fc.tuple(coordinate, coordinate, coordinate)
  const long = fc.double({ min: 0.5, max: 9, noNaN: true })
  const size = fc.tuple(long, long, long)
  fc.assert(
    fc.property(place, place, size, size, (by, at, own, other) => {
      // What is in the other from the beginning does not come to it.
      fc.pre(boxGap([0, 0, 0], own, at, other) > 0)
      const still = new TriangleTree(box(at, other))
      const found = gapOnTravel({ triangles: box([0, 0, 0], own), travel: slide(by) }, [], still)!.distance
      const places = Array.from({ length: 401 }, (_, k) => scale(by, k / 400))
      const looked = Math.min(...places.map((p) => boxGap(p, own, at, other)))
      const step = Math.hypot(...by) / 400
      expect(found).toBeLessThanOrEqual(looked + 1e-4)
      expect(found).toBeGreaterThanOrEqual(looked - step - 1e-5)
    }),
    { numRuns: 300 },
  )
})

/** The distance of two upright boxes, 0 where they share anything. */
const boxGap = (a: Vec3, s: Vec3, b: Vec3, t: Vec3) =>
  Math.hypot(...a.map((v, k) => Math.max(0, v - (b[k]! + t[k]!), b[k]! - (v + s[k]!))))

test('a turn is looked at as closely as is said', () => {
  // A block turns about z past a post: its corner goes by at 0.5.
  const own = { triangles: box([5, -1, 0], [5, 2, 2]), travel: { kind: 'turn', point: [0, 0, 0], axis: [0, 0, 1], over: Math.PI, stands: 0 } as const } // prettier-ignore
  const corner = Math.hypot(10, 1)
  const post = new TriangleTree(box([-1, corner + 0.5, 0], [2, 2, 2]))
  expect(Math.abs(gapOnTravel(own, [], post)!.distance - 0.5)).toBeLessThan(0.006)
  expect(smallestGap(new TriangleTree(own.triangles), post)!.distance).toBeGreaterThan(5)
})
