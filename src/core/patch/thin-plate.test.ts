import fc from 'fast-check'
import type { Vec2 } from '../geometry/vec'
import { heightOn, thinPlate } from './thin-plate'

const ring = (radius: number, count: number): Vec2[] => Array.from({ length: count }, (_, k) => [radius * Math.cos((2 * Math.PI * k) / count) + 7, radius * Math.sin((2 * Math.PI * k) / count) - 3]) // prettier-ignore

test('heights that lie in a plane are that plane everywhere, and the places that are given are met', () => {
  fc.assert(
    fc.property(fc.tuple(fc.double({ min: -3, max: 3, noNaN: true }), fc.double({ min: -3, max: 3, noNaN: true })), ([a, b]) => {
      const places = [...ring(10, 17), ...ring(13, 9)]
      const plane = thinPlate(places, places.map(([x, y]) => a * x + b * y + 2))
      const [height, alongX, alongY] = heightOn(plane, [30, -20])
      expect(height).toBeCloseTo(a * 30 - b * 20 + 2, 6)
      expect([alongX - a, alongY - b].map((v) => Math.abs(v) < 1e-7)).toEqual([true, true])
      const bent = places.map(([x, y]) => Math.sin(a * x) + b * y)
      const through = thinPlate(places, bent)
      for (const [i, p] of places.entries()) expect(heightOn(through, p)[0]).toBeCloseTo(bent[i]!, 6)
    }),
    { numRuns: 20 },
  ) // prettier-ignore
})

test('a ball’s cap is carried on over its middle by two rings round it', () => {
  const cap = ([x, y]: Vec2) => Math.sqrt(60 ** 2 - (x - 7) ** 2 - (y + 3) ** 2)
  const places = [...ring(10, 40), ...ring(12, 40)]
  const found = thinPlate(places, places.map(cap))
  // A flat cover of the ring would lie 0.84 under its top.
  for (const p of [[7, -3], [12, -3], [7, 4], [18, -3]] as Vec2[]) expect(Math.abs(heightOn(found, p)[0] - cap(p))).toBeLessThan(0.08) // prettier-ignore
})

test('places on one line are refused', () => {
  expect(() => thinPlate([[0, 0], [1, 1], [2, 2]], [0, 0, 0])).toThrow('one line') // prettier-ignore
})
