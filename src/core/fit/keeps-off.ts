import { invert, type Placement } from '../geometry/placement'
import type { TriangleTree } from './gap'
import { triangleDistance } from './triangle-distance'

/** How far no point of a sphere comes on a small motion, mm, where the thing itself stands still. */
export type Stir = (x: number, y: number, z: number, radius: number) => number

const STILL: Stir = () => 0

/**
 * Whether a thing in another place keeps at least `off` from what stands, wherever in a small motion about that place it
 * is. No point comes nearer by more than it moves, so that what is far from the pole of a turn has to be farther off.
 * Skins only: neither may begin within the other.
 * @param pose from where the triangles of `a` are; rigid
 */
export function keepsOff(a: TriangleTree, pose: Placement, b: TriangleTree, off: number, stir: Stir = STILL): boolean {
  if (a.size === 0 || b.size === 0) return true
  const back = invert(pose)
  const own = new Float32Array(9)
  const meet = (i: number, j: number): boolean => {
    const far = off + stirOf(a, i, stir)
    if (boxAway(a, i, pose, b, j) >= far || boxAway(b, j, back, a, i) >= far) return false
    const [inner, other] = [a.left[i]!, b.left[j]!]
    if (inner < 0 && other < 0) return leavesMeet(i, j, far)
    if (other < 0 || (inner >= 0 && a.count[i]! >= b.count[j]!)) return meet(inner, j) || meet(inner + 1, j)
    return meet(i, other) || meet(i, other + 1)
  }
  const leavesMeet = (i: number, j: number, far: number): boolean => {
    for (let s = a.start[i]!; s < a.start[i]! + a.count[i]!; s++) {
      placeInto(own, a.triangles, 9 * a.order[s]!, pose)
      for (let t = b.start[j]!; t < b.start[j]! + b.count[j]!; t++)
        if (triangleDistance(own, 0, b.triangles, b.order[t]!, far * far) < far * far) return true
    }
    return false
  }
  return !meet(0, 0)
}

function stirOf({ boxes }: TriangleTree, node: number, stir: Stir): number {
  const n = 6 * node
  const [x, y, z] = [(boxes[n]! + boxes[n + 3]!) / 2, (boxes[n + 1]! + boxes[n + 4]!) / 2, (boxes[n + 2]! + boxes[n + 5]!) / 2] // prettier-ignore
  return stir(x, y, z, Math.hypot(boxes[n + 3]! - x, boxes[n + 4]! - y, boxes[n + 5]! - z))
}

/** The distance between the box round a placed box and another tree's, mm: they are no nearer. */
function boxAway(a: TriangleTree, i: number, m: Placement, b: TriangleTree, j: number): number {
  let sum = 0
  const [n, o] = [6 * i, 6 * j]
  for (let k = 0; k < 3; k++) {
    let [middle, half] = [m[4 * k + 3]!, 0]
    for (let c = 0; c < 3; c++) {
      const [low, high, by] = [a.boxes[n + c]!, a.boxes[n + 3 + c]!, m[4 * k + c]!]
      middle += (by * (low + high)) / 2
      half += (Math.abs(by) * (high - low)) / 2
    }
    const gap = Math.max(middle - half - b.boxes[o + 3 + k]!, b.boxes[o + k]! - middle - half)
    if (gap > 0) sum += gap * gap
  }
  return Math.sqrt(sum)
}

function placeInto(out: Float32Array, t: Float32Array, from: number, m: Placement): void {
  for (let c = 0; c < 9; c += 3)
    for (let k = 0; k < 3; k++)
      out[c + k] = m[4 * k]! * t[from + c]! + m[4 * k + 1]! * t[from + c + 1]! + m[4 * k + 2]! * t[from + c + 2]! + m[4 * k + 3]! // prettier-ignore
}
