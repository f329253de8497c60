import fc from 'fast-check'
import { IDENTITY, translation } from '../geometry/placement'
import { distance, sub, type Vec2 } from '../geometry/vec'
import { polygonArea } from '../profile/polygon'
import { circle, rectangle } from '../profile/shapes'
import { ringsBetween } from './between'
import { matched } from './matched'

const loopOf = (profile: ReturnType<typeof circle>) => profile.loops[0]!
const square = (size: number) => loopOf(rectangle(-size / 2, -size / 2, size / 2, size / 2))

describe('which point goes to which', () => {
  test('between a circle and a square as many points each, in the same directions, the corners of the square among them', () => {
    const { points, by } = matched([loopOf(circle([0, 0], 10)), square(12)], [0, 0], 0.01)
    expect(by).toBe('angle')
    const [round, flat] = points as [Vec2[], Vec2[]]
    expect(round).toHaveLength(flat.length)
    for (const [i, p] of round.entries()) {
      const q = flat[i]!
      // Half a degree: of points that lie nearly in one direction one is left out.
      expect(Math.abs(p[0] * q[1] - p[1] * q[0]) / (Math.hypot(...p) * Math.hypot(...q))).toBeLessThan(Math.sin(0.01))
      expect(Math.hypot(...p)).toBeGreaterThan(9.98)
    }
    for (const corner of [[6, 6], [-6, 6], [-6, -6], [6, -6]] as Vec2[]) expect(Math.min(...flat.map((p) => Math.hypot(p[0] - corner[0], p[1] - corner[1])))).toBeLessThan(1e-9) // prettier-ignore
    // A chord that is left out of each quarter of the round at most.
    expect(Math.abs(polygonArea(flat))).toBeCloseTo(144, 6)
    expect(Math.abs(polygonArea(round))).toBeCloseTo(100 * Math.PI, 0)
  })

  test('an outline that is not seen whole from its middle goes by its length', () => {
    const hook = [[0, 0], [20, 0], [20, 20], [16, 20], [16, 4], [0, 4]] as Vec2[] // prettier-ignore
    const loop = hook.map((a, i) => ({ kind: 'line' as const, a, b: hook[(i + 1) % hook.length]! }))
    const { points, by } = matched([loop, square(10)], [0, 0], 0.01)
    expect(by).toBe('length')
    expect(points[0]).toHaveLength(points[1]!.length)
  })

  test('an outline that is turned sends each of its points to another one', () => {
    const turned = matched([square(10), square(10)], [0, Math.PI / 2], 0.01).points as [Vec2[], Vec2[]]
    for (const [i, [x, y]] of turned[0].entries()) {
      expect(turned[1][i]![0]).toBeCloseTo(-y, 6)
      expect(turned[1][i]![1]).toBeCloseTo(x, 6)
    }
  })
})

describe('rings on the way', () => {
  const size = fc.double({ min: 1, max: 30, noNaN: true })
  const section = (half: number, z: number) => ({ points: [[-half, -half], [half, -half], [half, half], [-half, half]] as Vec2[], frame: z === 0 ? IDENTITY : translation([0, 0, z]) }) // prettier-ignore

  test('straight ones are evenly spaced and as large as the share of the way says', () => {
    fc.assert(
      fc.property(size, size, size, (a, b, high) => {
        const rings = ringsBetween([section(a, 0), section(b, high)], 'straight', 8)
        expect(rings).toHaveLength(9)
        for (const [k, ring] of rings.entries()) {
          expect(ring[0]![2]).toBeCloseTo((high * k) / 8, 9)
          expect(ring[2]![0]).toBeCloseTo(a + ((b - a) * k) / 8, 9)
        }
      }),
    )
  })

  test('smooth ones leave both ends square to them, and go through what is between', () => {
    fc.assert(
      fc.property(size, size, size, (a, b, high) => {
        const rings = ringsBetween([section(a, 0), section(b, high), section(a, 3 * high)], 'smooth', 200)
        const leaning = (k: number) => {
          const way = sub(rings[k + 1]![0]!, rings[k]![0]!)
          return Math.hypot(way[0], way[1]) / Math.abs(way[2])
        }
        const most = (Math.abs(a - b) * 4) / (200 * high) + 0.05
        expect(leaning(0)).toBeLessThan(most)
        expect(leaning(rings.length - 2)).toBeLessThan(most)
        expect(distance(rings[200]![2]!, [b, b, high])).toBeLessThan(1e-9)
      }),
    )
  })
})
