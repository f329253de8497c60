import fc from 'fast-check'
import {
  apply,
  compose,
  fromFrame,
  IDENTITY,
  invert,
  placePositions,
  quarterTurn,
  translation,
  turn,
} from './placement'
import {
  anySquareTo,
  boxOfPositions,
  boxSize,
  cross,
  distance,
  dot,
  joinBoxes,
  length,
  normalize,
  type Vec3,
} from './vec'

const number = fc.double({ min: -500, max: 500, noNaN: true })
const vector = fc.tuple(number, number, number) as fc.Arbitrary<Vec3>
const direction = vector.filter((v) => length(v) > 1).map(normalize)
const placement = fc.tuple(direction, vector).map(([z, origin]) => {
  const x = anySquareTo(z)
  return fromFrame(x, cross(z, x), z, origin)
})
const near = (v: Vec3) => v.map((c) => expect.closeTo(c, 6))

test('going there and back ends where it began', () => {
  fc.assert(
    fc.property(placement, vector, (m, p) => {
      expect(apply(invert(m), apply(m, p))).toEqual(near(p))
      expect(apply(compose(m, invert(m)), p)).toEqual(near(p))
    }),
  )
})

test('a rigid placement keeps distances, and directions their length', () => {
  fc.assert(
    fc.property(placement, vector, vector, (m, p, q) => {
      expect(distance(apply(m, p), apply(m, q))).toBeCloseTo(distance(p, q), 6)
      expect(length(turn(m, p))).toBeCloseTo(length(p), 6)
    }),
  )
})

test('placements compose from right to left', () => {
  fc.assert(
    fc.property(placement, placement, vector, (a, b, p) => {
      expect(apply(compose(a, b), p)).toEqual(near(apply(a, apply(b, p))))
    }),
  )
})

test('quarter turns follow the right hand, and four of them are none', () => {
  expect(apply(quarterTurn('z', 1), [1, 0, 0])).toEqual([expect.closeTo(0), 1, 0])
  expect(apply(quarterTurn('x', 1), [0, 1, 0])).toEqual([0, expect.closeTo(0), 1])
  expect(apply(quarterTurn('y', 1), [0, 0, 1])).toEqual([1, 0, expect.closeTo(0)])
  for (const axis of ['x', 'y', 'z'] as const)
    expect(quarterTurn(axis, 4).map((v) => v + 0)).toEqual(IDENTITY.map((v) => v + 0))
})

test('packed points move one by one, and the box follows', () => {
  const moved = placePositions(translation([10, 20, 30]), Float32Array.of(0, 0, 0, 2, 3, 4))
  const box = boxOfPositions(moved)
  expect(box).toEqual({ min: [10, 20, 30], max: [12, 23, 34] })
  expect(boxSize(joinBoxes(box, { min: [0, 0, 0], max: [1, 1, 1] }))).toEqual([12, 23, 34])
})

test('what is square to a direction is square to it, and of length 1', () => {
  fc.assert(
    fc.property(direction, (d) => {
      expect(dot(anySquareTo(d), d)).toBeCloseTo(0, 9)
      expect(length(anySquareTo(d))).toBeCloseTo(1, 9)
    }),
  )
  expect(normalize([0, 0, 0])).toEqual([0, 0, 0])
})
