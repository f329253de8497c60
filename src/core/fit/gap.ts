import type { Vec3 } from '../geometry/vec'
import type { Triangles } from '../mesh/unpack'
import { closest, triangleDistance } from './triangle-distance'

/** The least distance between two sets of triangles, and where it is. mm */
export interface Gap {
  distance: number
  a: Vec3
  b: Vec3
}

/** Gaps that differ by less are the same, mm. */
const EVEN = 1e-5

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
    const half = (from + to) >> 1
    this.part(from, to, half, axis)
    const left = this.nodes
    this.nodes += 2
    this.left[node] = left
    this.split(left, from, half)
    this.split(left + 1, half, to)
  }

  /** Puts those with lesser middles along an axis before a place in the order, and those with greater ones from it on. */
  private part(from: number, to: number, place: number, axis: number): void {
    const { order, triangles: t } = this
    const middle = (k: number) => t[9 * order[k]! + axis]! + t[9 * order[k]! + 3 + axis]! + t[9 * order[k]! + 6 + axis]!
    let [low, high] = [from, to - 1]
    while (low < high) {
      const pivot = middle((low + high) >> 1)
      let [i, j] = [low, high]
      while (i <= j) {
        while (middle(i) < pivot) i++
        while (middle(j) > pivot) j--
        if (i > j) break
        const own = order[i]!
        order[i++] = order[j]!
        order[j--] = own
      }
      if (place <= j) high = j
      else if (place >= i) low = i
      else return
    }
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

  /** Sets a node's box. Returned is the axis along which the middles of its triangles lie farthest apart. */
  private fitBox(node: number, from: number, to: number): number {
    const { boxes, triangles: t, order } = this
    let [axis, widest] = [0, -1]
    for (let k = 0; k < 3; k++) {
      let [low, high, least, most] = [Infinity, -Infinity, Infinity, -Infinity]
      for (let i = from; i < to; i++) {
        const c = 9 * order[i]! + k
        const [p, q, r] = [t[c]!, t[c + 3]!, t[c + 6]!]
        low = Math.min(low, p, q, r)
        high = Math.max(high, p, q, r)
        least = Math.min(least, p + q + r)
        most = Math.max(most, p + q + r)
      }
      boxes[6 * node + k] = low
      boxes[6 * node + 3 + k] = high
      if (most - least <= widest) continue
      widest = most - least
      axis = k
    }
    return axis
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
 * Both trees are walked at once, nearer pairs of boxes first; pairs that are not nearer than the best find by more than
 * a hundred-thousandth of a millimetre are skipped: faces with an even gap are as near to each other everywhere.
 */
export function smallestGap(a: TriangleTree, b: TriangleTree): Gap | undefined {
  if (a.size === 0 || b.size === 0) return undefined
  let best = Infinity
  let bound = Infinity
  const at = new Float64Array(6)
  const visit = (i: number, j: number): void => {
    const [inner, other] = [a.left[i]!, b.left[j]!]
    if (inner < 0 && other < 0) {
      for (let s = a.start[i]!; s < a.start[i]! + a.count[i]!; s++)
        for (let t = b.start[j]!; t < b.start[j]! + b.count[j]!; t++) {
          const d = triangleDistance(a.triangles, a.order[s]!, b.triangles, b.order[t]!, bound)
          if (d >= bound) continue
          best = d
          bound = Math.max(0, best - 2 * EVEN * Math.sqrt(best))
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
    if (Math.min(near, far) < bound) go(first)
    if (Math.max(near, far) < bound) go(1 - first)
  }
  visit(0, 0)
  return { distance: Math.sqrt(best), a: [at[0]!, at[1]!, at[2]!], b: [at[3]!, at[4]!, at[5]!] }
}
