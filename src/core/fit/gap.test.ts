import fc from 'fast-check'
import { smallestGap, TriangleTree } from './gap'

/** Two triangles a square of side s at height z, turned by an angle. */
function square(s: number, z: number, angle = 0, x = 0): number[] {
  const corner = (i: number, j: number) => [
    x + s * (i * Math.cos(angle) - j * Math.sin(angle)),
    s * (i * Math.sin(angle) + j * Math.cos(angle)),
    z,
  ]
  const [a, b, c, d] = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)]
  return [a, b, c, a, c, d].flat() as number[]
}
const tree = (...triangles: number[][]) => new TriangleTree(Float32Array.from(triangles.flat()))

test('parallel faces are their distance apart, whatever their turn', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 5, noNaN: true }),
      fc.double({ min: 0, max: 3, noNaN: true }),
      (gap, angle) => {
        const found = smallestGap(tree(square(3, 0)), tree(square(2, gap, angle)))!
        expect(found.distance).toBeCloseTo(gap, 4)
        expect(Math.hypot(...found.a.map((v, k) => v - found.b[k]!))).toBeCloseTo(gap, 4)
      },
    ),
  )
})

test('faces side by side, edges over edges, and corners', () => {
  expect(smallestGap(tree(square(1, 0)), tree(square(1, 0, 0, 2.3)))!.distance).toBeCloseTo(0.3, 5)
  const upright = square(1, 0).map((_, i, all) => [all[i - (i % 3)]!, 0, all[i - (i % 3) + 1]! + 1.5][i % 3]!)
  expect(smallestGap(tree(square(1, 0)), tree(upright))!.distance).toBeCloseTo(0.5, 5)
})

test('what crosses has no gap', () => {
  const upright = square(1, 0).map((_, i, all) => [all[i - (i % 3)]!, 0, all[i - (i % 3) + 1]!][i % 3]!)
  expect(smallestGap(tree(square(1, 0)), tree(upright))!.distance).toBe(0)
  expect(smallestGap(tree(), tree(square(1, 0)))).toBeUndefined()
})

test('the tree finds what trying every pair finds', () => {
  const point = fc.double({ min: -20, max: 20, noNaN: true })
  const soup = fc.array(fc.tuple(point, point, point, fc.double({ min: 0.2, max: 3, noNaN: true }), point), {
    minLength: 1,
    maxLength: 40,
  })
  const pieces = (list: [number, number, number, number, number][]) =>
    list.map(([x, y, z, s, angle]) => square(s, z, angle, x).map((v, i) => (i % 3 === 1 ? v + y : v)))
  fc.assert(
    fc.property(soup, soup, (a, b) => {
      const [p, q] = [pieces(a), pieces(b)]
      const each = Math.min(...p.flatMap((s) => q.map((t) => smallestGap(tree(s), tree(t))!.distance)))
      expect(smallestGap(tree(...p), tree(...q))!.distance).toBeCloseTo(each, 6)
    }),
    { numRuns: 40 },
  )
})

test('a prism in a larger one keeps its distance all round, however it is turned: edges along a wall go through it nowhere', () => {
  const prism = (n: number, apothem: number, turn: number, z0: number, z1: number) => {
    const corner = (k: number): [number, number] => {
      const [r, angle] = [apothem / Math.cos(Math.PI / n), turn + (2 * Math.PI * k) / n]
      return [r * Math.cos(angle), r * Math.sin(angle)]
    }
    return Array.from({ length: n }, (_, k) => {
      const [p, q] = [corner(k), corner(k + 1)]
      const [a, b, c, d] = [
        [...p, z0],
        [...q, z0],
        [...q, z1],
        [...p, z1],
      ]
      return [a, b, c, a, c, d].flat() as number[]
    })
  }
  const size = fc.double({ min: 1, max: 40, noNaN: true })
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 40 }),
      size,
      fc.double({ min: 0.05, max: 2, noNaN: true }),
      fc.double({ min: 0, max: 7, noNaN: true }),
      (n, apothem, gap, turn) => {
        // prettier-ignore
        const [inner, outer] = [prism(n, apothem, turn, 0, 20), prism(n, apothem + gap, turn, 8, 13)]
        expect(smallestGap(tree(...inner), tree(...outer))!.distance).toBeCloseTo(gap, 4)
      },
    ),
    { numRuns: 400 },
  )
})
