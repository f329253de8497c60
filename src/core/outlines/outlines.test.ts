import fc from 'fast-check'
import type { Vec2 } from '../geometry/vec'
import { areaOf, loopArea, perimeterOf } from '../profile/measure'
import { arc, gap2, line, type Segment } from '../profile/segment'
import { circle, polygonProfile } from '../profile/shapes'
import { expectOk } from '../result'
import { chain } from './chain'
import { type Affine, after, bezier, ellipseArc, STILL, straight, through } from './curves'
import { importedOutline } from './drawing'

const reversed = (s: Segment): Segment => (s.kind === 'line' ? line(s.b, s.a) : arc(s.b, s.a, s.centre, !s.ccw))
const MM = { name: 'mm', from: 'declared in the file', certain: true }

/** A closed outline with any number of corners, its sides shuffled and some of them turned round. */
const muddled = fc
  .array(fc.double({ min: 8, max: 30, noNaN: true }), { minLength: 4, maxLength: 14 })
  .map((radii) =>
    polygonProfile(
      radii.map((r, i): Vec2 => [
        r * Math.cos((2 * Math.PI * i) / radii.length),
        r * Math.sin((2 * Math.PI * i) / radii.length),
      ]),
    ),
  )
  .chain((whole) =>
    fc.tuple(
      fc.constant(whole),
      fc.shuffledSubarray([...whole.loops[0]!], { minLength: whole.loops[0]!.length }),
      fc.infiniteStream(fc.boolean()),
    ),
  )
  .map(([whole, sides, turns]) => ({ whole, sides: sides.map((s) => (turns.next().value ? reversed(s) : s)) }))

test('sides in any order and sense are chained to the outline they came from', () => {
  fc.assert(
    fc.property(muddled, ({ whole, sides }) => {
      const { closed, open, bridged } = chain(sides, 0.1)
      expect([closed.length, open.length, bridged]).toEqual([1, 0, 0])
      expect(Math.abs(loopArea(closed[0]!))).toBeCloseTo(areaOf(whole), 6)
      expect(perimeterOf({ loops: closed })).toBeCloseTo(perimeterOf(whole), 6)
    }),
  )
})

test('gaps up to the reach are closed, and only those', () => {
  fc.assert(
    fc.property(muddled, fc.double({ min: 0.001, max: 0.5, noNaN: true }), ({ sides }, gap) => {
      fc.pre(Math.abs(gap - 0.1) > 0.01)
      const [first, ...rest] = sides
      const a = first!.a
      const along = gap / gap2(a, first!.b)
      const cut: Segment = line([a[0] + (first!.b[0] - a[0]) * along, a[1] + (first!.b[1] - a[1]) * along], first!.b)
      const { closed, open, bridged, widest } = chain([cut, ...rest], 0.1)
      expect([closed.length, open.length]).toEqual(gap < 0.1 ? [1, 0] : [0, 1])
      if (gap < 0.1) {
        expect(bridged).toBe(1)
        expect(widest).toBeCloseTo(gap, 6)
      }
    }),
  )
})

test('a circle of two halves is one loop, two crossing lines are two open runs', () => {
  expect(chain(circle([3, 4], 5).loops[0]!, 0.1).closed).toHaveLength(1)
  expect(chain([line([0, 0], [9, 9]), line([0, 9], [9, 0])], 0.1).open).toHaveLength(2)
})

test('loops in loops in loops are material, hole, material', () => {
  const rings = [10, 7, 3].flatMap((r) => [...circle([0, 0], r).loops[0]!])
  const drawing = expectOk(importedOutline('svg', { layers: [{ name: 'a', segments: rings }], notes: [] }, MM))
  expect(areaOf(drawing.layers[0]!.profile)).toBeCloseTo(Math.PI * (100 - 49 + 9), 6)
})

test('layers do not mix, and the unit reaches every length', () => {
  const layers = ['cut', 'fold'].map((name, i) => ({ name, segments: [...circle([30 * i, 0], 1).loops[0]!] }))
  const inches = { name: 'in', from: 'declared in the file', certain: true }
  const drawing = expectOk(importedOutline('dxf', { layers, notes: [] }, inches))
  expect(drawing.layers.map((l) => [l.name, l.profile.loops.length])).toEqual([['cut', 1], ['fold', 1]]) // prettier-ignore
  expect(areaOf(drawing.layers[0]!.profile)).toBeCloseTo(Math.PI * 25.4 ** 2, 6)
})

describe('maps', () => {
  const number = fc.double({ min: -5, max: 5, noNaN: true })
  const affine = fc.tuple(number, number, number, number, number, number) as fc.Arbitrary<Affine>
  const point = fc.tuple(number, number) as fc.Arbitrary<Vec2>
  test('one after the other is both', () => {
    fc.assert(
      fc.property(affine, affine, point, (m, n, p) => {
        const [x, y] = through(m, through(n, p))
        expect(through(after(m, n), p)).toEqual([expect.closeTo(x, 6), expect.closeTo(y, 6)])
      }),
    )
  })
  test('circles stay arcs where the map allows, and enclose what they should everywhere', () => {
    const turned: Affine = [0, 2, -2, 0, 5, 1]
    const mirrored: Affine = [-1.5, 0, 0, 1.5, 0, 0]
    const stretched: Affine = [3, 0, 0, 1, 0, 0]
    for (const [m, kind, scale] of [
      [STILL, 'arc', 1],
      [turned, 'arc', 4],
      [mirrored, 'arc', 2.25],
      [stretched, 'line', 3],
    ] as const) {
      // prettier-ignore
      const segments = ellipseArc(m, [1, 2], 4, 4, 0, 0, 2 * Math.PI)
      expect(new Set(segments.map((s) => s.kind))).toEqual(new Set([kind]))
      const area = Math.abs(loopArea(chain(segments, 0.1).closed[0]!))
      expect(area / (16 * Math.PI * scale)).toBeCloseTo(1, 3)
    }
  })
  test('a curve begins and ends at its ends and keeps to one side of its chord', () => {
    const segments = bezier(STILL, [[0, 0], [0, 10], [20, 10], [20, 0]]) // prettier-ignore
    expect([segments[0]!.a, segments.at(-1)!.b]).toEqual([[0, 0], [20, 0]]) // prettier-ignore
    const closed = chain([...segments, ...straight(STILL, [20, 0], [0, 0])], 0.1).closed[0]!
    expect(Math.abs(loopArea(closed))).toBeCloseTo(120, 0)
  })
})
