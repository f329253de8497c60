import fc from 'fast-check'
import { compose, placePositions, translation, turnAboutLine } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import { smallestGap, TriangleTree } from './gap'
import { keepsOff } from './keeps-off'

/** Triangles strewn in a cube of 10. */
const strewn = fc.array(fc.array(fc.double({ min: 0, max: 10, noNaN: true }), { minLength: 9, maxLength: 9 }), { minLength: 1, maxLength: 12 }) // prettier-ignore
const tree = (triangles: number[][]) => new TriangleTree(Float32Array.from(triangles.flat()))
const place = (over: number, by: Vec3) => compose(translation(by), turnAboutLine([5, 5, 5], [0, 0, 1], over))

test('in any place it keeps off exactly what the least gap there says', () => {
  fc.assert(
    fc.property(strewn, strewn, fc.double({ min: -3, max: 3, noNaN: true }), fc.tuple(fc.integer({ min: -15, max: 15 }), fc.integer({ min: -15, max: 15 })), fc.double({ min: 0.01, max: 5, noNaN: true }), (a, b, over, [x, y], off) => {
      const pose = place(over, [x, y, 0])
      const own = tree(a)
      const { distance } = smallestGap(new TriangleTree(Float32Array.from(placePositions(pose, own.triangles))), tree(b))!
      fc.pre(Math.abs(distance - off) > 1e-4)
      expect(keepsOff(own, pose, tree(b), off)).toBe(distance > off)
    }),
  ) // prettier-ignore
})

test('what keeps off on all of a turn keeps off wherever in it it is looked at', () => {
  fc.assert(
    fc.property(strewn, strewn, fc.double({ min: 0.01, max: 0.4, noNaN: true }), fc.integer({ min: -12, max: 12 }), fc.double({ min: -1, max: 1, noNaN: true }), (a, b, half, x, share) => {
      const own = tree(a)
      const stir = (px: number, py: number, _: number, radius: number) => half * (Math.hypot(px - 5, py - 5) + radius)
      fc.pre(keepsOff(own, place(0, [x, 0, 0]), tree(b), 0.05, stir))
      expect(keepsOff(own, place(half * share, [x, 0, 0]), tree(b), 0.05)).toBe(true)
    }),
  ) // prettier-ignore
})
