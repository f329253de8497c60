import fc from 'fast-check'
import type { Vec2 } from '../geometry/vec'
import { areaOf } from '../profile/measure'
import { arc, lengthOf, line, type Segment } from '../profile/segment'
import { circle, rectangle } from '../profile/shapes'
import { chain } from './chain'
import { withoutDoubles } from './doubles'
import { importedOutline, nested } from './drawing'

const box = rectangle(0, 0, 40, 20).loops[0]!
const total = (list: readonly Segment[]) => list.reduce((sum, s) => sum + lengthOf(s), 0)
const area = (list: readonly Segment[]) => areaOf(nested(chain(withoutDoubles(list).segments, 0.1).closed))
const turned = (s: Segment): Segment => (s.kind === 'line' ? line(s.b, s.a) : arc(s.b, s.a, s.centre, !s.ccw))

test('a line drawn twice leaves the rectangle; all of them twice does, too', () => {
  expect(area([...box, box[1]!])).toBe(800)
  expect(area([...box, ...box.map(turned)])).toBe(800)
  expect(withoutDoubles([...box, ...box]).doubled).toBe(4)
  expect(withoutDoubles(box)).toEqual({ segments: [...box], doubled: 0 })
})

test('what lies on another in part is taken once', () => {
  const shared = [line([0, 0], [10, 0]), line([4, 0], [16, 0]), line([16, 0], [12, 0])]
  const { segments, doubled } = withoutDoubles(shared)
  expect([total(segments), doubled]).toEqual([16, 2])
  // Ends in each other's middles stay ends, so that what is joined there still is.
  expect(segments.flatMap((s) => [s.a[0], s.b[0]]).sort((a, b) => a - b)).toEqual([0, 4, 4, 10, 10, 12, 12, 16])
})

test('a circle drawn twice, beginning elsewhere, is one; its other half drawn once more as well', () => {
  const [one] = circle([5, 5], 4).loops
  const rotated = [0.7, 0.7 + Math.PI].map((a) => arc([5 + 4 * Math.cos(a), 5 + 4 * Math.sin(a)], [5 - 4 * Math.cos(a), 5 - 4 * Math.sin(a)], [5, 5], true)) // prettier-ignore
  for (const twice of [
    [...one!, ...rotated],
    [...one!, one![0]!],
    [...one!, turned(one![1]!)],
  ]) {
    const { segments } = withoutDoubles(twice)
    expect(total(segments)).toBeCloseTo(8 * Math.PI, 6)
    expect(area(twice)).toBeCloseTo(16 * Math.PI, 6)
  }
})

test('pieces that only touch, cross or run beside each other stay as they are', () => {
  const apart = [line([0, 0], [10, 0]), line([10, 0], [20, 0]), line([5, -5], [5, 5]), line([0, 0.01], [10, 0.01]), arc([10, 0], [0, 0], [5, 0], true)] // prettier-ignore
  expect(withoutDoubles(apart)).toEqual({ segments: apart, doubled: 0 })
})

test('whatever of a drawing is drawn again, in whatever pieces and sense, its area is the same', () => {
  const plate = nested([box, circle([10, 10], 4).loops[0]!, circle([30, 10], 3).loops[0]!])
  const all = plate.loops.flat()
  const portion = (s: Segment, from: number, to: number): Segment => {
    if (s.kind === 'line') {
      const at = (t: number): Vec2 => [s.a[0] + (s.b[0] - s.a[0]) * t, s.a[1] + (s.b[1] - s.a[1]) * t]
      return line(at(from), at(to))
    }
    const start = Math.atan2(s.a[1] - s.centre[1], s.a[0] - s.centre[0])
    const r = Math.hypot(s.a[0] - s.centre[0], s.a[1] - s.centre[1])
    const at = (t: number): Vec2 => [s.centre[0] + r * Math.cos(start + (s.ccw ? 1 : -1) * Math.PI * t), s.centre[1] + r * Math.sin(start + (s.ccw ? 1 : -1) * Math.PI * t)] // prettier-ignore
    return arc(at(from), at(to), s.centre, s.ccw)
  }
  fc.assert(
    fc.property(
      fc.array(fc.record({ which: fc.nat(all.length - 1), from: fc.double({ min: 0, max: 0.6, noNaN: true }), size: fc.double({ min: 0.1, max: 0.4, noNaN: true }), back: fc.boolean() }), { maxLength: 8 }), // prettier-ignore
      (again) => {
        const extra = again.map(({ which, from, size, back }) => {
          const piece = portion(all[which]!, from, from + size)
          return back ? turned(piece) : piece
        })
        expect(area([...all, ...extra])).toBeCloseTo(areaOf(plate), 2)
      },
    ),
    { numRuns: 150 },
  )
})

test('a drawing says what was drawn twice; the same loop on two layers is one', () => {
  const unit = { name: 'mm', from: 'declared in the file', certain: true }
  const read = importedOutline('dxf', { layers: [{ name: 'cut', segments: [...box, box[0]!] }], notes: [] }, unit)
  expect(read.ok && read.value.notes).toEqual(['1 line or arc was drawn twice, wholly or in part; each is taken once.'])
  expect(areaOf(nested([box, box, circle([10, 10], 2).loops[0]!]))).toBeCloseTo(800 - 4 * Math.PI, 9)
})

test('an inner loop that touches the outer one at a corner is still inner', () => {
  const inner = rectangle(0, 0, 10, 5).loops[0]!
  expect(areaOf(nested([box, inner]))).toBe(800 - 50)
  const notch = rectangle(0, 5, 10, 15).loops[0]!
  expect(areaOf(nested([box, notch]))).toBe(800 - 100)
})

test('many thousand loops are sorted out in a moment', () => {
  const loops = Array.from({ length: 8000 }, (_, i) => circle([(i % 100) * 3, Math.floor(i / 100) * 3], 1).loops[0]!)
  const plate = rectangle(-5, -5, 310, 250).loops[0]!
  expect(areaOf(nested([plate, ...loops])) / (315 * 255 - 8000 * Math.PI)).toBeCloseTo(1, 6)
})
