import fc from 'fast-check'
import { boundsOf, areaOf, distanceToEdges, perimeterOf } from '../profile/measure'
import { gap2, pointAt, lengthOf, type Profile } from '../profile/segment'
import { circle, polygonProfile, rectangle } from '../profile/shapes'
import { bracket } from '../../../demo/make/bracket'
import type { Vec2 } from '../geometry/vec'
import { circleThrough } from '../profile/arcs'
import { arcThrough, simplify } from './simplify'

/** Points along a closed line, each off by a little. */
function pointsAlong(profile: Profile, step: number, noise: number): Vec2[] {
  const out: Vec2[] = []
  let k = 0
  for (const s of profile.loops[0]!) {
    const n = Math.max(1, Math.round(lengthOf(s) / step))
    for (let i = 0; i < n; i++) {
      const [x, y] = pointAt(s, i / n)
      k += 1
      out.push([x + noise * Math.sin(12.9898 * k), y + noise * Math.sin(78.233 * k)])
    }
  }
  return out
}

test('the points of a circle become one circle', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 60, noNaN: true }),
      fc.double({ min: -50, max: 50, noNaN: true }),
      (radius, x) => {
        const found = simplify(pointsAlong(circle([x, 3], radius), 0.1, 0.02), 0.1)!
        expect(found.kind).toBe('circle')
        if (found.kind === 'circle') {
          expect(found.radius).toBeCloseTo(radius, 1)
          expect(gap2(found.centre, [x, 3])).toBeLessThan(0.02)
        }
      },
    ),
  )
})

test('a rectangle becomes four lines, with its corners sharp again', () => {
  const found = simplify(pointsAlong(rectangle(0, 0, 40, 25), 0.1, 0.03), 0.15)!
  if (found.kind !== 'path') throw new Error(found.kind)
  expect(found.loop.map((s) => s.kind)).toEqual(['line', 'line', 'line', 'line'])
  const box = boundsOf({ loops: [found.loop] })
  for (const [i, v] of [0, 0, 40, 25].entries()) expect(box[i]).toBeCloseTo(v, 1)
})

test('the bracket becomes about as many lines and arcs as it was drawn with', () => {
  const points = pointsAlong(bracket, 0.1, 0.02)
  const found = simplify(points, 0.12)!
  if (found.kind !== 'path') throw new Error(found.kind)
  expect(found.loop.filter((s) => s.kind === 'arc')).toHaveLength(4)
  expect(found.loop.length).toBeLessThanOrEqual(bracket.loops[0]!.length + 2)
  expect(areaOf({ loops: [found.loop] })).toBeCloseTo(areaOf({ loops: [bracket.loops[0]!] }), -1)
  for (const p of points) expect(distanceToEdges([found.loop], p)).toBeLessThan(0.3)
})

test('any outline with corners stays within the tolerance by and large, and closes', () => {
  const outlines = fc.array(fc.double({ min: 8, max: 30, noNaN: true }), { minLength: 3, maxLength: 9 }).map(
    (radii) =>
      polygonProfile(radii.map((r, i): Vec2 => [r * Math.cos((2 * Math.PI * i) / radii.length), r * Math.sin((2 * Math.PI * i) / radii.length)])), // prettier-ignore
  )
  fc.assert(
    fc.property(outlines, (profile) => {
      const found = simplify(pointsAlong(profile, 0.1, 0.01), 0.1)!
      if (found.kind !== 'path') throw new Error(found.kind)
      for (const [i, s] of found.loop.entries())
        expect(gap2(s.b, found.loop[(i + 1) % found.loop.length]!.a)).toBeLessThan(1e-9)
      expect(areaOf({ loops: [found.loop] }) / areaOf(profile)).toBeCloseTo(1, 2)
      expect(perimeterOf({ loops: [found.loop] }) / perimeterOf(profile)).toBeCloseTo(1, 1)
    }),
  )
})

test('three points give a circle, unless they lie on a line', () => {
  expect(circleThrough([5, 0], [0, 5], [-5, 0])!.centre).toEqual([expect.closeTo(0, 12), expect.closeTo(0, 12)])
  expect(circleThrough([0, 0], [1, 1], [2, 2])).toBeUndefined()
  const half = arcThrough([5, 0], [0, 5], [-5, 0])!
  expect(lengthOf(half)).toBeCloseTo(5 * Math.PI, 9)
})
