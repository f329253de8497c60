import fc from 'fast-check'
import type { Vec2 } from '../geometry/vec'
import { polygonArea } from '../profile/polygon'
import { ears, earsOfAll } from './ears'

/** A rectangle with points along its sides, at shares of them. */
const dotted = ([x, y]: Vec2, [w, h]: Vec2, shares: readonly number[]): Vec2[] => {
  const corners: Vec2[] = [[x, y], [x + w, y], [x + w, y + h], [x, y + h]] // prettier-ignore
  return corners.flatMap((a, k) => {
    const b = corners[(k + 1) % 4]!
    return [0, ...shares].map((t): Vec2 => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t])
  })
}
const area = (points: readonly Vec2[], triangles: readonly (readonly number[])[]) =>
  triangles.reduce((sum, t) => sum + Math.abs(polygonArea(t.map((i) => points[i]!))), 0)

test('points on straight sides are in the triangles as well: these fill the outline, each piece of its rim in one of them', () => {
  const shares = fc.uniqueArray(fc.integer({ min: 1, max: 19 }), { maxLength: 5 }).map((a) => a.map((n) => n / 20).sort((p, q) => p - q)) // prettier-ignore
  fc.assert(
    fc.property(shares, shares, (outer, inner) => {
      const outline = dotted([0, 0], [30, 20], outer)
      const hole = dotted([5, 5], [8, 6], inner).reverse()
      const triangles = earsOfAll([outline, hole])!
      const points = [...outline, ...hole]
      expect(area(points, triangles)).toBeCloseTo(600 - 48, 6)
      const sides = new Set(triangles.flatMap(([a, b, c]) => [`${a} ${b}`, `${b} ${c}`, `${c} ${a}`]))
      for (const [first, ring] of [
        [0, outline],
        [outline.length, hole],
      ] as const)
        // prettier-ignore
        for (const i of ring.keys()) expect(sides.has(`${first + i} ${first + ((i + 1) % ring.length)}`)).toBe(true)
    }),
  )
})

test('outlines that cross themselves, or have nowhere to be a hole of, are refused', () => {
  const bow: Vec2[] = [[0, 0], [10, 10], [10, 0], [0, 10]] // prettier-ignore
  expect(earsOfAll([bow])).toBeUndefined()
  expect(ears([dotted([40, 0], [5, 5], []).reverse()])).toBeUndefined()
})
