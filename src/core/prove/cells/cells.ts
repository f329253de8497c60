import { clipped } from '../../geometry/clip'
import type { Box3, Vec3 } from '../../geometry/vec'

/** Labels of cells that nothing touches, and that the air outside reaches; those of bodies lie between. */
export const EMPTY = 0
export const OUTSIDE = 255

/**
 * A box in cubes, each with a label of what touches it: of one of several bodies, and what the air outside reaches. All
 * that is touched by a triangle is touched, so a slit that is narrower than a cell is closed, and one of two cells is open.
 */
export class Cells {
  readonly count: Vec3
  readonly labels: Uint8Array

  constructor(
    readonly box: Box3,
    /** mm */
    readonly cell: number,
  ) {
    this.count = [0, 1, 2].map((k) => Math.max(1, Math.ceil((box.max[k]! - box.min[k]!) / cell))) as unknown as Vec3
    this.labels = new Uint8Array(this.count[0] * this.count[1] * this.count[2])
  }

  index(i: number, j: number, k: number): number {
    return (k * this.count[1] + j) * this.count[0] + i
  }

  /** Which cell a place lies in; none outside of the box. */
  at(p: Vec3): number | undefined {
    const c = [0, 1, 2].map((k) => Math.floor((p[k]! - this.box.min[k]!) / this.cell))
    return c.every((v, k) => v >= 0 && v < this.count[k]!) ? this.index(c[0]!, c[1]!, c[2]!) : undefined
  }

  /** The middle of a cell, mm. */
  middle(index: number): Vec3 {
    const [x, y] = this.count
    const c = [index % x, Math.floor(index / x) % y, Math.floor(index / (x * y))]
    return [0, 1, 2].map((k) => this.box.min[k]! + (c[k]! + 0.5) * this.cell) as unknown as Vec3
  }

  /** Labels every cell that a triangle touches. */
  touch(positions: ArrayLike<number>, indices: ArrayLike<number>, label: number): void {
    const to = (v: number, k: number) => (positions[3 * v + k]! - this.box.min[k]!) / this.cell
    for (let t = 0; t < indices.length; t += 3) {
      const corners = [0, 1, 2].map((n): Vec3 => [
        to(indices[t + n]!, 0),
        to(indices[t + n]!, 1),
        to(indices[t + n]!, 2),
      ])
      this.slab(corners, 2, [], label)
    }
  }

  /** Labels what a polygon touches: cut into slabs across one axis, those into rows, those into runs. */
  private slab(corners: readonly Vec3[], axis: number, at: readonly number[], label: number): void {
    let [low, high] = [Infinity, -Infinity]
    for (const c of corners) {
      low = Math.min(low, c[axis]!)
      high = Math.max(high, c[axis]!)
    }
    const first = Math.max(0, Math.floor(low))
    const last = Math.min(this.count[axis]! - 1, Math.floor(high))
    if (axis === 0) {
      const row = this.index(0, at[1]!, at[0]!)
      if (first <= last) this.labels.fill(label, row + first, row + last + 1)
      return
    }
    for (let n = first; n <= last; n++) {
      const within =
        low >= n && high <= n + 1
          ? corners
          : clipped(
              clipped(corners, (p) => p[axis]! - n),
              (p) => n + 1 - p[axis]!,
            )
      if (within.length > 0) this.slab(within, axis - 1, [...at, n], label)
    }
  }

  /** Air comes in through every cell of the box's sides that is empty. */
  floodFromSides(): void {
    const [x, y, z] = this.count
    const queue = new Int32Array(this.labels.length)
    let end = 0
    const enter = (index: number) => {
      if (this.labels[index] !== EMPTY) return
      this.labels[index] = OUTSIDE
      queue[end++] = index
    }
    for (let k = 0; k < z; k++)
      for (let j = 0; j < y; j++)
        for (let i = 0; i < x; i += k === 0 || k === z - 1 || j === 0 || j === y - 1 ? 1 : Math.max(1, x - 1)) enter(this.index(i, j, k)) // prettier-ignore
    for (let n = 0; n < end; n++) this.beside(queue[n]!, enter)
  }

  /** The six cells beside one, as far as there are. */
  beside(index: number, each: (index: number) => void): void {
    const [x, y, z] = this.count
    const i = index % x
    const j = Math.floor(index / x) % y
    const k = Math.floor(index / (x * y))
    if (i > 0) each(index - 1)
    if (i < x - 1) each(index + 1)
    if (j > 0) each(index - x)
    if (j < y - 1) each(index + x)
    if (k > 0) each(index - x * y)
    if (k < z - 1) each(index + x * y)
  }

  /** What is empty still, in pieces that hang together: their cells, and how many cells of each label lie beside them. */
  rooms(): { cells: Int32Array; beside: Map<number, number> }[] {
    const seen = new Uint8Array(this.labels.length)
    const queue = new Int32Array(this.labels.length)
    const out: { cells: Int32Array; beside: Map<number, number> }[] = []
    let end = 0
    for (let start = 0; start < this.labels.length; start++) {
      if (this.labels[start] !== EMPTY || seen[start]) continue
      const first = end
      const beside = new Map<number, number>()
      const enter = (index: number) => {
        seen[index] = 1
        queue[end++] = index
      }
      enter(start)
      for (let n = first; n < end; n++)
        this.beside(queue[n]!, (next) => {
          const label = this.labels[next]!
          if (label !== EMPTY) beside.set(label, (beside.get(label) ?? 0) + 1)
          else if (!seen[next]) enter(next)
        })
      out.push({ cells: queue.subarray(first, end), beside })
    }
    return out
  }
}

/** Whether a place lies in a closed mesh: a ray up from it goes through it an odd number of times. */
export function isInside([x, y, z]: Vec3, positions: ArrayLike<number>, indices: ArrayLike<number>): boolean {
  // Off any round figure, so that it goes through no edge.
  const [px, py] = [x + 1.2345e-5, y + 2.3456e-5]
  let inside = false
  for (let t = 0; t < indices.length; t += 3) {
    const [a, b, c] = [3 * indices[t]!, 3 * indices[t + 1]!, 3 * indices[t + 2]!]
    const [ax, ay, bx, by, cx, cy] = [positions[a]! - px, positions[a + 1]! - py, positions[b]! - px, positions[b + 1]! - py, positions[c]! - px, positions[c + 1]! - py] // prettier-ignore
    const [u, v, w] = [bx * cy - by * cx, cx * ay - cy * ax, ax * by - ay * bx]
    const sum = u + v + w
    if (sum === 0 || !((u >= 0 && v >= 0 && w >= 0) || (u <= 0 && v <= 0 && w <= 0))) continue
    if ((u * positions[a + 2]! + v * positions[b + 2]! + w * positions[c + 2]!) / sum > z) inside = !inside
  }
  return inside
}
