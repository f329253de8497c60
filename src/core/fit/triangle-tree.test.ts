import fc from 'fast-check'
import { distanceToTriangle } from '../faces/onto'
import type { Vec3 } from '../geometry/vec'
import { TriangleTree } from './gap'

const coordinate = fc.double({ min: -50, max: 50, noNaN: true })
const point = fc.tuple(coordinate, coordinate, coordinate)
const triangles = fc.array(fc.tuple(point, point, point), { minLength: 1, maxLength: 80 })
const treeOf = (all: readonly (readonly Vec3[])[]) => new TriangleTree(Float32Array.from(all.flat(2)))
const corners = ({ triangles: t }: TriangleTree, n: number) => [0, 3, 6].map((k) => [...t.subarray(9 * n + k, 9 * n + k + 3)]) as unknown as [Vec3, Vec3, Vec3] // prettier-ignore

test('what is nearest to a point is found, whichever triangles are not looked at', () => {
  fc.assert(
    fc.property(triangles, point, (all, p) => {
      const tree = treeOf(all)
      let [nearest, looked] = [Infinity, 0]
      tree.nearer(p, () => nearest, (n) => { looked += 1; nearest = Math.min(nearest, distanceToTriangle(p, ...corners(tree, n))) }) // prettier-ignore
      const each = Math.min(...all.map((_, n) => distanceToTriangle(p, ...corners(tree, n))))
      expect(nearest).toBeCloseTo(each, 9)
      expect(looked).toBeLessThanOrEqual(all.length)
    }),
  )
})

test('far from most of them only few are looked at', () => {
  const row = Array.from({ length: 1000 }, (_, k): Vec3[] => [[k, 0, 0], [k + 1, 0, 0], [k, 1, 0]]) // prettier-ignore
  const tree = treeOf(row)
  let [nearest, looked] = [Infinity, 0]
  tree.nearer([500.2, 0.2, 3], () => nearest, (n) => { looked += 1; nearest = Math.min(nearest, distanceToTriangle([500.2, 0.2, 3], ...corners(tree, n))) }) // prettier-ignore
  expect(nearest).toBeCloseTo(3, 6)
  expect(looked).toBeLessThan(30)
})

test('what meets a box is found, and nothing is in a tree of nothing', () => {
  fc.assert(
    fc.property(triangles, point, fc.double({ min: 1, max: 40, noNaN: true }), (all, p, size) => {
      const tree = treeOf(all)
      const found = new Set<number>()
      tree.within([...p.map((v) => v - size), ...p.map((v) => v + size)], (n) => found.add(n))
      for (const n of all.keys())
        if (corners(tree, n).some((c) => c.every((v, k) => Math.abs(v - p[k]!) < size - 1e-4))) expect(found.has(n)).toBe(true) // prettier-ignore
    }),
  )
  const none = new TriangleTree(new Float32Array())
  none.nearer([0, 0, 0], () => Infinity, () => expect('a triangle').toBe('none')) // prettier-ignore
  expect(none.size).toBe(0)
})
