import earcut from 'earcut'
import type { Vec2 } from '../geometry/vec'
import { polygonArea } from '../profile/polygon'
import type { IndexedMesh } from './weld'

/**
 * A prism over a polygon with holes, closed, its triangles sharing corners.
 * @param outer anticlockwise
 * @param holes clockwise or not
 */
export function extrude(
  outer: readonly Vec2[],
  holes: readonly (readonly Vec2[])[],
  z0: number,
  z1: number,
): IndexedMesh {
  const loops = [outer, ...holes.map((h) => (polygonArea(h) > 0 ? [...h].reverse() : h))]
  const points = loops.flat()
  const starts = loops.slice(1).map((_, i) => loops.slice(0, i + 1).reduce((n, l) => n + l.length, 0))
  const flat = earcut(
    points.flatMap(([x, y]) => [x, y]),
    starts,
  )
  const n = points.length
  const positions = new Float64Array(6 * n)
  for (const [i, [x, y]] of points.entries()) {
    positions.set([x, y, z0], 3 * i)
    positions.set([x, y, z1], 3 * (n + i))
  }
  const indices: number[] = []
  for (let t = 0; t < flat.length; t += 3) {
    const [a, b, c] = [flat[t]!, flat[t + 1]!, flat[t + 2]!]
    const [p, q, r] = [points[a]!, points[b]!, points[c]!]
    const left = (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]) > 0
    indices.push(...(left ? [a, c, b] : [a, b, c]))
    indices.push(...(left ? [a, b, c] : [a, c, b]).map((v) => v + n))
  }
  let start = 0
  for (const loop of loops) {
    for (let i = 0; i < loop.length; i++) {
      const [a, b] = [start + i, start + ((i + 1) % loop.length)]
      indices.push(a, b, b + n, a, b + n, a + n)
    }
    start += loop.length
  }
  return { positions, indices: Uint32Array.from(indices) }
}
