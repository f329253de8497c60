import fc from 'fast-check'
import type { Vec2 } from '../geometry/vec'
import { meetings } from './intersect'
import { distanceToEdges, loopArea } from './measure'
import { chordsFor, toPolygon } from './polygon'
import { arc, gap2, lengthOf, line, pointAt, polar, portion, radiusOf, shareAt } from './segment'
import { circle, convexHull, rectangle } from './shapes'
import { cutAtMeetings, stitch } from './stitch'

const coordinate = fc.double({ min: -20, max: 20, noNaN: true })
const point = fc.tuple(coordinate, coordinate) as fc.Arbitrary<Vec2>
const lines = fc.tuple(point, point).filter(([a, b]) => gap2(a, b) > 0.5).map(([a, b]) => line(a, b)) // prettier-ignore
const arcs = fc
  .tuple(point, fc.double({ min: 1, max: 15, noNaN: true }), coordinate, fc.double({ min: 0.2, max: 6, noNaN: true }))
  .map(([centre, radius, from, sweep]) => arc(polar(centre, radius, from), polar(centre, radius, from + sweep), centre, true)) // prettier-ignore
const segments = fc.oneof(lines, arcs)

test('two lines that cross meet once, in the point both run through', () => {
  expect(meetings(line([0, 0], [10, 10]), line([0, 10], [10, 0]))).toEqual([
    [expect.closeTo(5, 9), expect.closeTo(5, 9)],
  ])
  expect(meetings(line([0, 0], [4, 4]), line([0, 10], [10, 0]))).toEqual([])
})

test('a line through a circle meets it twice, one that passes by not at all', () => {
  const ring = circle([0, 0], 5).loops[0]!
  const hits = (y: number) => ring.flatMap((s) => meetings(line([-10, y], [10, y]), s))
  expect(
    hits(3)
      .map((p) => p[0])
      .sort((a, b) => a - b),
  ).toEqual([expect.closeTo(-4, 9), expect.closeTo(4, 9)])
  expect(hits(5.1)).toEqual([])
})

test('where two segments meet lies on both', () => {
  fc.assert(
    fc.property(segments, segments, (s, t) => {
      for (const p of meetings(s, t)) {
        expect(distanceToEdges([[s]], p)).toBeLessThan(1e-5)
        expect(distanceToEdges([[t]], p)).toBeLessThan(1e-5)
      }
    }),
    { numRuns: 400 },
  )
})

test('a portion of a segment runs from share to share, and a share is found again', () => {
  fc.assert(
    fc.property(segments, fc.double({ min: 0.05, max: 0.45, noNaN: true }), (s, from) => {
      const piece = portion(s, from, from + 0.5)
      expect(gap2(piece.a, pointAt(s, from))).toBeLessThan(1e-9)
      expect(lengthOf(piece)).toBeCloseTo(lengthOf(s) / 2, 6)
      expect(shareAt(s, pointAt(s, from))).toBeCloseTo(from, 6)
    }),
  )
})

test('cut where they meet, the pieces are as long as the whole', () => {
  fc.assert(
    fc.property(fc.array(segments, { minLength: 2, maxLength: 5 }), (all) => {
      const total = (list: typeof all) => list.reduce((sum, s) => sum + lengthOf(s), 0)
      expect(total(cutAtMeetings(all))).toBeCloseTo(total(all), 3)
    }),
  )
})

test('pieces in any order are stitched into loops; an end without continuation is none', () => {
  const pieces = [...rectangle(0, 0, 10, 5).loops[0]!, ...circle([20, 0], 3).loops[0]!]
  const loops = stitch([pieces[4]!, pieces[1]!, pieces[3]!, pieces[0]!, pieces[5]!, pieces[2]!])!
  expect(loops.map(loopArea).sort((a, b) => a - b)).toEqual([expect.closeTo(9 * Math.PI, 6), expect.closeTo(50, 6)])
  expect(stitch(pieces.slice(0, 3))).toBeUndefined()
})

test('chords come as near to the arc as asked, with no more of them than needed', () => {
  for (const tolerance of [0.03, 0.004, 0.0005])
    for (const radius of [0.3, 2, 40]) {
      const polygon = toPolygon(circle([0, 0], radius).loops[0]!, tolerance).points
      const sag = radius - Math.min(...polygon.map((p, i) => { const q = polygon[(i + 1) % polygon.length]!; return Math.hypot((p[0] + q[0]) / 2, (p[1] + q[1]) / 2) })) // prettier-ignore
      expect(sag).toBeLessThanOrEqual(tolerance * 1.0001)
      expect(polygon.length).toBeLessThanOrEqual(2 * chordsFor(radius, Math.PI, tolerance))
    }
})

test('the hull of rounded things keeps their arcs', () => {
  const hull = convexHull({ loops: [...circle([0, 0], 5).loops, ...circle([20, 0], 5).loops] })
  expect(loopArea(hull.loops[0]!)).toBeCloseTo(25 * Math.PI + 200, 1)
  expect(hull.loops[0]!.filter((s) => s.kind === 'arc').every((s) => Math.abs(radiusOf(s as never) - 5) < 1e-6)).toBe(
    true,
  )
})
