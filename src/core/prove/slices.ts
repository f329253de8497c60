import type { Vec2 } from '../geometry/vec'
import { nextSide, oppositeSides } from '../mesh/half-edges'

/** Points within this of the line of their neighbours are left out, mm. */
const STRAIGHT = 5e-4

/**
 * The outlines of a closed mesh cut at heights, each run followed from triangle to triangle.
 * @param heights mm, ascending
 * @returns for each height outlines, outsides anticlockwise
 */
export function slices(
  { positions, indices }: { positions: ArrayLike<number>; indices: ArrayLike<number> },
  heights: readonly number[],
): Vec2[][][] {
  const opposite = oppositeSides(indices)
  const crossed = crossings(positions, indices, heights)
  const seen = new Int32Array(indices.length / 3).fill(-1)
  return heights.map((z, k) => {
    const above = (corner: number) => positions[3 * indices[corner]! + 2]! >= z
    const on = (side: number): Vec2 => {
      const [a, b] = [3 * indices[side]!, 3 * indices[nextSide(side)]!]
      // The lower end first, so that both triangles of an edge come to the same point.
      const [p, q] = positions[a + 2]! < positions[b + 2]! ? [a, b] : [b, a]
      const t = (z - positions[p + 2]!) / (positions[q + 2]! - positions[p + 2]!)
      return [positions[p]! + t * (positions[q]! - positions[p]!), positions[p + 1]! + t * (positions[q + 1]! - positions[p + 1]!)] // prettier-ignore
    }
    /** The side of a triangle where the outline leaves it: material lies to the left of a run that leaves where sides lead up. */
    const leaving = (triangle: number): number => {
      for (let side = 3 * triangle; side < 3 * triangle + 3; side++)
        if (!above(side) && above(nextSide(side))) return side
      return -1
    }
    const out: Vec2[][] = []
    for (const first of crossed(k)) {
      if (seen[first] === k) continue
      const points: Vec2[] = []
      for (let t = first; seen[t] !== k;) {
        seen[t] = k
        const side = leaving(t)
        points.push(on(side))
        const next = opposite[side]!
        if (next < 0) break
        t = Math.floor(next / 3)
      }
      const plain = withoutStraight(points)
      if (plain.length > 2) out.push(plain)
    }
    return out
  })
}

/** Which triangles go through each height: they reach below it, and to it or above. */
function crossings(positions: ArrayLike<number>, indices: ArrayLike<number>, heights: readonly number[]) {
  const counts = new Uint32Array(heights.length + 1)
  const from = new Uint32Array(indices.length / 3)
  const to = new Uint32Array(indices.length / 3)
  for (let t = 0; t < from.length; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => positions[3 * indices[3 * t + k]! + 2]!) as [number, number, number]
    from[t] = firstOver(heights, Math.min(a, b, c))
    to[t] = firstOver(heights, Math.max(a, b, c))
    for (let k = from[t]!; k < to[t]!; k++) counts[k + 1]! += 1
  }
  for (let k = 1; k < counts.length; k++) counts[k]! += counts[k - 1]!
  const at = counts.slice()
  const all = new Uint32Array(counts.at(-1)!)
  for (let t = 0; t < from.length; t++) for (let k = from[t]!; k < to[t]!; k++) all[at[k]!++] = t
  return (k: number) => all.subarray(counts[k]!, counts[k + 1]!)
}

/** The first of ascending heights that is over some z. */
export function firstOver(heights: readonly number[], z: number): number {
  let [low, high] = [0, heights.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (heights[middle]! > z) high = middle
    else low = middle + 1
  }
  return low
}

/** Without points in the middle of straight runs. */
function withoutStraight(points: readonly Vec2[]): Vec2[] {
  const out: Vec2[] = []
  for (const [i, p] of points.entries()) {
    const [a, b] = [out.at(-1) ?? points.at(-1)!, points[(i + 1) % points.length]!]
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
    const long = Math.hypot(dx, dy)
    const off = long < 1e-9 ? Math.hypot(p[0] - a[0], p[1] - a[1]) : Math.abs((p[0] - a[0]) * dy - (p[1] - a[1]) * dx) / long // prettier-ignore
    if (off > STRAIGHT) out.push(p)
  }
  return out
}
