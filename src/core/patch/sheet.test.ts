import type { Vec2 } from '../geometry/vec'
import { polygonArea } from '../profile/polygon'
import { filled } from './sheet'

const areas = ({ points, triangles }: ReturnType<typeof filled>) => triangles.map((t) => polygonArea(t.map((v) => points[v]!))) // prettier-ignore

test('an outline with many places on straight edges is filled by triangles that all have an area', () => {
  const corners: Vec2[] = [[14, 0], [5.008487, 15.414457], [-11.458, 8.3248], [-12.0302, -8.7407], [4.3262, -13.3148]] // prettier-ignore
  for (const longest of [3, 0.8, 0.4]) {
    const all = areas(filled(corners, longest))
    expect(Math.min(...all)).toBeGreaterThan(1e-6)
    expect(all.reduce((a, b) => a + b)).toBeCloseTo(polygonArea(corners), 9)
  }
})

test('a narrow neck is filled; what runs over itself all along is refused, however many places it has', () => {
  const neck: Vec2[] = [[0, 0], [10, 0], [10, 4.99], [30, 4.99], [30, 0], [40, 0], [40, 10], [30, 10], [30, 5.01], [10, 5.01], [10, 10], [0, 10]] // prettier-ignore
  expect(areas(filled(neck, 2)).reduce((a, b) => a + b)).toBeCloseTo(polygonArea(neck), 6)
  const there = Array.from({ length: 140 }, (_, k): Vec2 => [k / 4, 8 * Math.sin(k / 20)])
  const folded = [...there, ...there.toReversed().map(([x, y], k): Vec2 => [x, y + (k % 2 ? 0.01 : -0.01)])]
  expect(() => filled(folded, 0.8)).toThrow(/crosses or touches itself/)
})
