import fc from 'fast-check'
import { IDENTITY } from '../geometry/placement'
import { cross, distance, dot, length, normalize, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { type ProblemError } from '../result'
import { type Sculpt, sweptRings } from './swept'

const SQUARE: Vec2[] = [[-1, -1], [1, -1], [1, 1], [-1, 1]] // prettier-ignore
const PLAIN: Sculpt = { scale: () => 1, turn: () => 0, lift: () => 0 }
const path = (corners: readonly Vec2[], closed = false) => ({ corners, closed, frame: IDENTITY })
const rings = (corners: readonly Vec2[], closed = false, sculpt = PLAIN, upright = false) => sweptRings([SQUARE], path(corners, closed), sculpt, upright).map((r) => r[0]!) // prettier-ignore

test('along a straight line the rings stand square to it, as large and as turned as the share of the way says', () => {
  const sculpt = { scale: (t: number) => 1 + t, turn: (t: number) => (t * Math.PI) / 2, lift: () => 0 }
  const [first, middle, last] = rings([[0, 0], [5, 0], [10, 0]], false, sculpt) as [Vec3[], Vec3[], Vec3[]] // prettier-ignore
  for (const [ring, x, size] of [
    [first, 0, 1],
    [middle, 5, 1.5],
    [last, 10, 2],
  ] as const) {
    for (const p of ring) expect(p[0]).toBeCloseTo(x, 9)
    expect(distance(ring[0]!, ring[1]!)).toBeCloseTo(2 * size, 9)
  }
  // A quarter turn from end to end: what began to the right is up at last.
  const begun = sub(first[1]!, first[0]!)
  const ended = sub(last[1]!, last[0]!)
  expect(dot(begun, ended)).toBeCloseTo(0, 9)
  expect(length(cross(normalize(begun), normalize(ended)))).toBeCloseTo(1, 9)
})

test('where the path bends the rings lie in the mitre, and what is between two of them is as wide as the section', () => {
  const turn = fc.double({ min: -1.8, max: 1.8, noNaN: true })
  fc.assert(
    fc.property(turn, turn, (a, b) => {
      const corners: Vec2[] = [
        [0, 0],
        [20, 0],
      ]
      for (const [k, angle] of [a, a + b].entries()) corners.push([corners[k + 1]![0] + 20 * Math.cos(angle), corners[k + 1]![1] + 20 * Math.sin(angle)]) // prettier-ignore
      const all = rings(corners)
      for (let k = 0; k + 1 < all.length; k++) {
        const way = normalize(sub([...corners[k + 1]!, 0], [...corners[k]!, 0]))
        const [from, to] = [all[k]!, all[k + 1]!]
        for (const [i, p] of from.entries()) {
          // Each edge runs along the path, and beside it as far as the section says.
          expect(length(cross(normalize(sub(to[i]!, p)), way))).toBeLessThan(1e-9)
          const off = sub(p, [...corners[k]!, 0])
          expect(Math.abs(Math.abs(dot(off, cross(way, [0, 0, 1]))) - 1)).toBeLessThan(1e-9)
        }
      }
    }),
  )
})

test('round a closed path the last ring leads on into the first', () => {
  const all = rings([[0, 0], [30, 0], [30, 30], [0, 30]], true) // prettier-ignore
  expect(all).toHaveLength(4)
  // All round it a square is mitred by the root of 2.
  for (const ring of all) expect(distance(ring[0]!, ring[1]!)).toBeCloseTo(2 * Math.SQRT2, 9)
})

test('upright, a section keeps its direction however the path leads; what would fold is refused with its place', () => {
  const all = rings([[0, 0], [10, 0], [20, 6]], false, PLAIN, true) // prettier-ignore
  const [p, q] = [sub(all[0]![1]!, all[0]![0]!), sub(all[2]![1]!, all[2]![0]!)]
  expect(p).toEqual(q.map((v) => expect.closeTo(v, 9)))
  const why = (corners: readonly Vec2[], upright: boolean): string => {
    try {
      rings(corners, false, PLAIN, upright)
      return 'built'
    } catch (error) {
      return (error as ProblemError).problem.message
    }
  }
  expect(why([[0, 0], [10, 0], [4, 8]], true)).toContain('would fold') // prettier-ignore
  expect(why([[0, 0], [10, 0], [10, 10]], true)).toContain('would fold') // prettier-ignore
  expect(why([[0, 0], [10, 0], [0.2, 0.5]], false)).toContain('bends too sharply at 10.0, 0.0, 0.0') // prettier-ignore
  expect(why([[0, 0], [10, 0], [10, 0.4], [20, 0.4]], false)).toBe("built") // prettier-ignore
  expect(why([[0, 0], [10, 0], [10, 0.4], [0, 0.4]], false)).toContain('run into itself') // prettier-ignore
  expect(why([[0, 0], [10, 0], [10, 9], [20, 9]], false)).toBe('built') // prettier-ignore
})
