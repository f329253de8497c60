import fc from 'fast-check'
import { boxSoup } from '../../../tests/support/soups'
import { fromFrame, placePositions } from '../geometry/placement'
import { anySquareTo, cross, dot, normalize, type Vec2, type Vec3 } from '../geometry/vec'
import { fitCircle } from './circle-fit'
import { symmetricEigen } from './eigen'
import { recogniseFace } from './faces'
import { isClosed, meshFacts } from '../mesh/facts'
import { welded } from '../mesh/weld'

const number = fc.double({ min: -50, max: 50, noNaN: true })
const direction = fc.tuple(number, number, number).map((v) => normalize(v as Vec3)).filter((v) => dot(v, v) > 0.5) // prettier-ignore

test('a circle is found from points on part of it', () => {
  fc.assert(
    fc.property(
      number,
      number,
      fc.double({ min: 0.3, max: 80, noNaN: true }),
      fc.integer({ min: 5, max: 60 }),
      (x, y, r, n) => {
        // prettier-ignore
        const points = Array.from({ length: n }, (_, i): Vec2 => [
        x + r * Math.cos((i / n) * 2.5),
        y + r * Math.sin((i / n) * 2.5),
      ])
        const circle = fitCircle(points)!
        expect(circle.radius).toBeCloseTo(r, 4)
        expect(circle.centre).toEqual([expect.closeTo(x, 3), expect.closeTo(y, 3)])
        expect(circle.error).toBeLessThan(1e-4)
      },
    ),
  )
  expect(fitCircle([[0, 0], [1, 0]])).toBeUndefined() // prettier-ignore
})

test('eigenvectors are square to each other and only stretched by the matrix', () => {
  fc.assert(
    fc.property(fc.array(number, { minLength: 6, maxLength: 6 }), (m) => {
      const { values, vectors } = symmetricEigen(m)
      const times = (v: Vec3): Vec3 => [
        m[0]! * v[0] + m[1]! * v[1] + m[2]! * v[2],
        m[1]! * v[0] + m[3]! * v[1] + m[4]! * v[2],
        m[2]! * v[0] + m[4]! * v[1] + m[5]! * v[2],
      ]
      for (const [i, v] of vectors.entries()) {
        for (const [k, c] of times(v).entries()) expect(c).toBeCloseTo(values[i]! * v[k]!, 5)
        expect(dot(v, vectors[(i + 1) % 3]!)).toBeCloseTo(0, 6)
      }
      expect(values[0]).toBeLessThanOrEqual(values[1] + 1e-9)
      expect(values[1]).toBeLessThanOrEqual(values[2] + 1e-9)
    }),
  )
})

/** The wall of a cylinder or part of it, `n` facets round, standing at the origin along z. */
function wall(radius: number, height: number, n: number, sweep = 2 * Math.PI, inward = false) {
  const positions: number[] = []
  const indices: number[] = []
  for (let i = 0; i <= n; i++)
    for (const z of [0, height])
      positions.push(radius * Math.cos((sweep * i) / n), radius * Math.sin((sweep * i) / n), z)
  for (let i = 0; i < n; i++) {
    const [a, b, c, d] = [2 * i, 2 * i + 2, 2 * i + 3, 2 * i + 1] as const
    indices.push(...(inward ? [a, c, b, a, d, c] : [a, b, c, a, c, d]))
  }
  return { positions: Float64Array.from(positions), indices: Uint32Array.from(indices) }
}

test('a cylinder in any position has its radius, its axis, and its side', () => {
  fc.assert(
    fc.property(direction, fc.double({ min: 0.4, max: 30, noNaN: true }), fc.boolean(), (z, radius, inward) => {
      const x = anySquareTo(z)
      const { positions, indices } = wall(radius, 12, 24, 4, inward)
      const face = recogniseFace(placePositions(fromFrame(x, cross(z, x), z, [3, -7, 11]), positions), indices, 0, 48)
      if (face.kind !== 'cylinder') throw new Error(face.kind)
      expect(face.radius).toBeCloseTo(radius, 4)
      expect(Math.abs(dot(face.axis, z))).toBeCloseTo(1, 6)
      expect(face.hole).toBe(inward)
    }),
  )
})

test('a bent sheet is neither plane nor cylinder', () => {
  const { positions, indices } = wall(10, 5, 12, 2)
  const bulged = positions.map((v, i) => (i % 3 === 2 ? v : v * (1 + 0.05 * Math.sin(i))))
  expect(recogniseFace(bulged, indices, 0, 24).kind).toBe('free')
})

test('a box of loose triangles is welded, closed, and has the volume and area of a box', () => {
  fc.assert(
    fc.property(fc.tuple(...Array(3).fill(fc.double({ min: 0.5, max: 90, noNaN: true }))), (size) => {
      const [a, b, c] = size as unknown as Vec3
      const { positions, indices } = boxSoup([a, b, c])
      const facts = meshFacts(positions, indices)
      expect(facts).toMatchObject({ triangles: 12, closed: true })
      expect(facts.volume).toBeCloseTo(a * b * c, 4)
      expect(facts.area).toBeCloseTo(2 * (a * b + b * c + c * a), 4)
      expect(welded(positions, indices).positions).toHaveLength(24)
      expect(isClosed(positions, indices.subarray(3))).toBe(false)
    }),
  )
})

test('three sides of a prism whose corners happen to lie on a circle are no round; three even strips of one are', () => {
  const strips = (degrees: readonly number[]) => {
    const positions = degrees.flatMap((d) => [0, 12].flatMap((z) => [20 * Math.cos((d * Math.PI) / 180), 20 * Math.sin((d * Math.PI) / 180), z])) // prettier-ignore
    const indices = [0, 1, 2].flatMap((i) => [2 * i, 2 * i + 2, 2 * i + 3, 2 * i, 2 * i + 3, 2 * i + 1])
    return recogniseFace(Float64Array.from(positions), Uint32Array.from(indices), 0, 6).kind
  }
  expect(strips([0, 25, 70, 100])).toBe('free')
  expect(strips([0, 30, 60, 90])).toBe('cylinder')
})
