import type { Vec3 } from '../geometry/vec'
import type { Triangles } from '../mesh/unpack'
import { closest, triangleDistance } from './triangle-distance'

/** The least distance between two sets of triangles, and where it is. mm */
export interface Gap {
  distance: number
  a: Vec3
  b: Vec3
}

/** Most triangles in a leaf. */
const LEAF = 4

/**
 * Triangles with a tree of boxes over them:
 *
 *   boxes   6 floats a node: min x y z, max x y z
 *   left    index of the first child, the second stands behind it; for a leaf -1
 *   start   first place in `order`, for a leaf; count: how many
 *   order   triangles, those of a leaf next to each other
 */
export class TriangleTree {
  readonly boxes: Float64Array
  readonly left: Int32Array
  readonly start: Uint32Array
  readonly count: Uint32Array
  readonly order: Uint32Array
  private nodes = 1

  constructor(readonly triangles: Triangles) {
    const n = triangles.length / 9
    const most = Math.max(1, 2 * n)
    this.boxes = new Float64Array(6 * most)
    this.left = new Int32Array(most).fill(-1)
    this.start = new Uint32Array(most)
    this.count = new Uint32Array(most)
    this.order = Uint32Array.from({ length: n }, (_, i) => i)
    if (n > 0) this.split(0, 0, n)
  }

  get size(): number {
    return this.order.length
  }

  private split(node: number, from: number, to: number): void {
    const axis = this.fitBox(node, from, to)
    this.start[node] = from
    this.count[node] = to - from
    if (to - from <= LEAF) return
    const { triangles: t } = this
    const middle = (i: number) => t[9 * i + axis]! + t[9 * i + 3 + axis]! + t[9 * i + 6 + axis]!
    this.order.subarray(from, to).sort((i, j) => middle(i) - middle(j))
    const half = (from + to) >> 1
    const left = this.nodes
    this.nodes += 2
    this.left[node] = left
    this.split(left, from, half)
    this.split(left + 1, half, to)
  }

  /** Calls for each triangle whose leaf's box meets a box: min x y z, max x y z. */
  within(box: ArrayLike<number>, visit: (triangle: number) => void, node = 0): void {
    if (this.size === 0) return
    for (let k = 0; k < 3; k++)
      if (this.boxes[6 * node + k]! > box[k + 3]! || this.boxes[6 * node + 3 + k]! < box[k]!) return
    const left = this.left[node]!
    if (left < 0) {
      for (let i = this.start[node]!; i < this.start[node]! + this.count[node]!; i++) visit(this.order[i]!)
      return
    }
    this.within(box, visit, left)
    this.within(box, visit, left + 1)
  }

  /**
   * Calls for each triangle that can be nearer to a point than the nearest so far, in boxes near it first.
   * @param far how far the nearest so far is, mm
   */
  nearer(p: Vec3, far: () => number, visit: (triangle: number) => void, node = 0): void {
    if (this.size === 0) return
    const left = this.left[node]!
    if (left < 0) {
      for (let i = this.start[node]!; i < this.start[node]! + this.count[node]!; i++) visit(this.order[i]!)
      return
    }
    const [one, other] = [this.away(p, left), this.away(p, left + 1)]
    const [near, next] = one <= other ? [left, left + 1] : [left + 1, left]
    if (Math.min(one, other) <= far()) this.nearer(p, far, visit, near)
    if (Math.max(one, other) <= far()) this.nearer(p, far, visit, next)
  }

  /** How far a point is from a node's box, mm; a little less than that, for its triangles are of single precision. */
  private away(p: Vec3, node: number): number {
    let sum = 0
    for (let k = 0; k < 3; k++) {
      const apart = Math.max(this.boxes[6 * node + k]! - p[k]!, p[k]! - this.boxes[6 * node + 3 + k]!, 0)
      sum += apart * apart
    }
    return Math.sqrt(sum) - 1e-4
  }

  /** Sets a node's box; its longest side is returned. */
  private fitBox(node: number, from: number, to: number): number {
    const { boxes, triangles: t, order } = this
    for (let k = 0; k < 3; k++) {
      let [low, high] = [Infinity, -Infinity]
      for (let i = from; i < to; i++)
        for (let c = 9 * order[i]! + k; c < 9 * order[i]! + 9; c += 3) {
          if (t[c]! < low) low = t[c]!
          if (t[c]! > high) high = t[c]!
        }
      boxes[6 * node + k] = low
      boxes[6 * node + 3 + k] = high
    }
    const side = (k: number) => boxes[6 * node + 3 + k]! - boxes[6 * node + k]!
    return side(0) >= side(1) ? (side(0) >= side(2) ? 0 : 2) : side(1) >= side(2) ? 1 : 2
  }
}

/** Squared distance between two nodes' boxes. */
function boxDistance(a: TriangleTree, i: number, b: TriangleTree, j: number): number {
  let sum = 0
  for (let k = 0; k < 3; k++) {
    const apart = Math.max(
      a.boxes[6 * i + k]! - b.boxes[6 * j + 3 + k]!,
      b.boxes[6 * j + k]! - a.boxes[6 * i + 3 + k]!,
      0,
    )
    sum += apart * apart
  }
  return sum
}

/**
 * The smallest gap between two triangle sets; 0 where they touch or cross. Undefined if either is empty.
 * Both trees are walked at once, nearer pairs of boxes first; pairs further apart than the best find are skipped.
 */
export function smallestGap(a: TriangleTree, b: TriangleTree): Gap | undefined {
  if (a.size === 0 || b.size === 0) return undefined
  let best = Infinity
  const at = new Float64Array(6)
  const visit = (i: number, j: number): void => {
    const [inner, other] = [a.left[i]!, b.left[j]!]
    if (inner < 0 && other < 0) {
      for (let s = a.start[i]!; s < a.start[i]! + a.count[i]!; s++)
        for (let t = b.start[j]!; t < b.start[j]! + b.count[j]!; t++) {
          const d = triangleDistance(a.triangles, a.order[s]!, b.triangles, b.order[t]!, best)
          if (d >= best) continue
          best = d
          at.set(closest)
        }
      return
    }
    const openA = other < 0 || (inner >= 0 && a.count[i]! >= b.count[j]!)
    const [near, far] = openA
      ? [boxDistance(a, inner, b, j), boxDistance(a, inner + 1, b, j)]
      : [boxDistance(a, i, b, other), boxDistance(a, i, b, other + 1)]
    const go = (second: number) => (openA ? visit(inner + second, j) : visit(i, other + second))
    const first = near <= far ? 0 : 1
    if (Math.min(near, far) < best) go(first)
    if (Math.max(near, far) < best) go(1 - first)
  }
  visit(0, 0)
  return { distance: Math.sqrt(best), a: [at[0]!, at[1]!, at[2]!], b: [at[3]!, at[4]!, at[5]!] }
}
