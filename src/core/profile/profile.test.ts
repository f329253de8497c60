import fc from 'fast-check'
import type { Vec2 } from '../geometry/vec'
import { polygonToLoop } from './arcs'
import { difference, union } from './combine'
import { areaOf, boundsOf, contains, distanceToEdges, perimeterOf } from './measure'
import { offsetProfile, roundOutwardCorners } from './offset'
import { toPolygons } from './polygon'
import { circle, convexHull, polygonProfile, rectangle } from './shapes'
import { arc, line, pointAt, type Profile, radiusOf, reversedLoop, sweepOf } from './segment'
import { expectOk } from '../result'
import { piecesOf } from './united'

const grow = (p: Profile, d: number, corners: 'round' | 'sharp' = 'round') => expectOk(offsetProfile(p, d, corners))
/** A star-shaped outline about the origin: any notches, never crossing itself. */
const starfish = fc
  .array(fc.double({ min: 8, max: 30, noNaN: true }), { minLength: 5, maxLength: 11 })
  .map((radii) =>
    polygonProfile(
      radii.map((r, i): Vec2 => [
        r * Math.cos((2 * Math.PI * i) / radii.length),
        r * Math.sin((2 * Math.PI * i) / radii.length),
      ]),
    ),
  )

describe('offset', () => {
  test('a convex outline grows by area + perimeter x c + pi c2 with round corners', () => {
    for (const c of [0.2, 0.7, 3]) {
      const board = rectangle(-31, -22, 31, 22)
      expect(areaOf(grow(board, c))).toBeCloseTo(areaOf(board) + perimeterOf(board) * c + Math.PI * c * c, 8)
      expect(areaOf(grow(board, c, 'sharp'))).toBeCloseTo((62 + 2 * c) * (44 + 2 * c), 8)
    }
  })
  test('arcs stay arcs, with their centre', () => {
    const grown = grow(circle([3, 4], 5), 0.7)
    for (const s of grown.loops[0]!)
      expect(s.kind === 'arc' && [radiusOf(s), ...s.centre]).toEqual([expect.closeTo(5.7, 9), 3, 4])
    expect(areaOf(grow(circle([3, 4], 5), -4.9))).toBeCloseTo(Math.PI * 0.01, 8)
  })
  test('holes shrink when the region grows, and close', () => {
    const plate = expectOk(difference(rectangle(-20, -20, 20, 20), circle([0, 0], 3)))
    expect(areaOf(grow(plate, 2))).toBeCloseTo(44 * 44 - (4 - Math.PI) * 4 - Math.PI, 7)
    expect(grow(plate, 3.5).loops).toHaveLength(1)
  })
  test('a region shrunk too far vanishes, a waist falls apart', () => {
    expect(grow(rectangle(0, 0, 4, 10), -2.5).loops).toHaveLength(0)
    const waist = expectOk(
      union(expectOk(union(rectangle(0, 0, 10, 10), rectangle(9, 4, 21, 6))), rectangle(20, 0, 30, 10)),
    )
    expect(grow(waist, -1.5).loops).toHaveLength(2)
  })
  test('a notch narrower than twice the distance closes', () => {
    const notched = expectOk(difference(rectangle(0, 0, 40, 20), rectangle(18, 15, 22, 20.5)))
    const grown = grow(notched, 3)
    expect(boundsOf(grown)).toEqual([-3, -3, 43, 23].map((v) => expect.closeTo(v, 6)))
    expect(areaOf(grown)).toBeGreaterThan(areaOf(notched) + 300)
  })
  test('a corner that turns back by a hair leaves no stray edges', () => {
    for (const turn of [3e-4, 9e-4, 1.4e-3, 3e-3, 8e-3])
      for (const d of [0.2, 0.7, 3]) {
        const bent = polygonProfile([
          [0, -20],
          [20, -20],
          [20, 20 * turn],
          [0, 0],
          [-20, 20 * turn],
          [-20, -20],
        ])
        const grown = grow(bent, d)
        expect(grown.loops).toHaveLength(1)
        for (const s of grown.loops[0]!)
          expect(Math.abs(distanceToEdges(bent.loops, pointAt(s, 0.5)) - d)).toBeLessThan(1e-5)
      }
  })
  test('every point of a grown edge is the distance away from the old one', () => {
    fc.assert(
      fc.property(starfish, fc.double({ min: 0.2, max: 4, noNaN: true }), (p, d) => {
        const grown = grow(p, d)
        for (const loop of grown.loops)
          for (const s of loop)
            for (const t of [0.1, 0.5, 0.9])
              expect(Math.abs(distanceToEdges(p.loops, pointAt(s, t)) - d)).toBeLessThan(1e-4)
        expect(areaOf(grown)).toBeGreaterThan(areaOf(p))
      }),
      { numRuns: 60 },
    )
  })
  test('grown and shrunk back, a region never loses material, and gains none where it is convex', () => {
    fc.assert(
      fc.property(starfish, fc.double({ min: 0.2, max: 3, noNaN: true }), (p, d) => {
        const back = grow(grow(p, d), -d)
        expect(areaOf(back)).toBeGreaterThan(areaOf(p) - 1e-3)
        const hull = convexHull(p)
        expect(areaOf(grow(grow(hull, d), -d))).toBeCloseTo(areaOf(hull), 3)
      }),
      { numRuns: 40 },
    )
  })
  test('rounding outward corners takes (4 - pi) r2 off a rectangle', () => {
    expect(areaOf(expectOk(roundOutwardCorners(rectangle(0, 0, 30, 20), 3)))).toBeCloseTo(600 - (4 - Math.PI) * 9, 8)
    const tooRound = roundOutwardCorners(rectangle(0, 0, 30, 5), 3)
    expect(tooRound.ok ? '' : tooRound.problem.kind).toBe('too-narrow')
  })
})

describe('union and difference', () => {
  test('areas add up: a + b = union + what is in both', () => {
    fc.assert(
      fc.property(
        starfish,
        fc.double({ min: -25, max: 25, noNaN: true }),
        fc.double({ min: 3.1, max: 14, noNaN: true }),
        (p, x, r) => {
          const disc = circle([x, 1.2345], r)
          const [joined, less, other] = [union(p, disc), difference(p, disc), difference(disc, p)]
          const area = (u: typeof joined) => areaOf(expectOk(u))
          expect(area(joined)).toBeCloseTo(areaOf(disc) + area(less), 4)
          expect(area(joined)).toBeCloseTo(areaOf(p) + area(other), 4)
        },
      ),
      { numRuns: 60 },
    )
  })
  test('sides that lie on each other join without a seam', () => {
    const joined = expectOk(union(rectangle(0, 0, 10, 10), rectangle(10, 2, 15, 8)))
    expect(joined.loops).toHaveLength(1)
    expect(areaOf(joined)).toBeCloseTo(130, 9)
    expect(areaOf(expectOk(difference(rectangle(0, 0, 10, 10), rectangle(0, 0, 5, 10))))).toBeCloseTo(50, 9)
  })
})

test('inside is inside, also between a chord and its arc', () => {
  const disc = circle([0, 0], 5)
  expect([[0, 0], [4.9, 0], [-3.4, 3.4], [3.7, 3.7], [5.1, 0]].map((p) => contains(disc, p as unknown as Vec2))).toEqual([true, true, true, false, false]) // prettier-ignore
})

test('a polygon of a circle becomes a circle again, an outline with rounded corners its lines and arcs', () => {
  const rounded = expectOk(roundOutwardCorners(rectangle(-10, -6, 10, 6), 2))
  for (const profile of [circle([1, 2], 4), rounded]) {
    const polygon = toPolygons(profile, 0.002)[0]!.points
    const loop = polygonToLoop(polygon, 0.004)
    expect(areaOf({ loops: [loop] })).toBeCloseTo(areaOf(profile), 1)
    const arcs = loop.filter((s) => s.kind === 'arc')
    expect(arcs.reduce((sum, s) => sum + (s.kind === 'arc' ? sweepOf(s) : 0), 0)).toBeCloseTo(2 * Math.PI, 1)
    expect(loop.length).toBeLessThan(12)
  }
})

test('chords stay within the tolerance of their arc', () => {
  for (const tolerance of [0.05, 0.01, 0.001]) {
    const points = toPolygons(circle([0, 0], 10), tolerance)[0]!.points
    const sagitta = 10 * (1 - Math.cos(Math.PI / points.length))
    expect(sagitta).toBeLessThanOrEqual(tolerance)
  }
})

test('a point that lies right on the line between the ends of arcs is inside or outside like any other', () => {
  const ring: Profile = { loops: [circle([0, 0], 10).loops[0]!, reversedLoop(circle([0, 0], 4).loops[0]!)] }
  for (const x of [-12, -7, -3, 0, 3, 7, 12]) expect(contains(ring, [x, 0])).toBe(Math.abs(x) > 4 && Math.abs(x) < 10)
})

test('a point level with where lines run into an arc is inside', () => {
  // An arch: a square of 10 with a half circle on it, at whose feet the point lies.
  const arch: Profile = {
    loops: [[line([-5, -10], [5, -10]), line([5, -10], [5, 0]), arc([5, 0], [-5, 0], [0, 0], true), line([-5, 0], [-5, -10])]],
  } // prettier-ignore
  for (const y of [-10.5, -5, 0, 4, 5.5])
    for (const x of [-5.5, -2, 0, 2, 5.5])
      expect(contains(arch, [x, y])).toBe(Math.abs(x) < 5 && y > -10 && (y <= 0 || x * x + y * y < 25))
})

test('a hole is of the innermost piece that it lies in, not of all that lie round it', () => {
  const ring = (outer: number, inner: number) => [...circle([0, 0], outer).loops, ...circle([0, 0], inner).loops.map(reversedLoop)] // prettier-ignore
  const pieces = piecesOf({ loops: [...ring(20, 15), ...ring(10, 4)] })
  expect(pieces.map((p) => areaOf(p) / Math.PI)).toEqual([expect.closeTo(400 - 225, 6), expect.closeTo(100 - 16, 6)])
})
