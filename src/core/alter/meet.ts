import type { Side } from '../blend/side'
import { add, dot, length, scale, type Vec3 } from '../geometry/vec'
import { symmetricEigen } from '../recognise/eigen'

/** A face that a point is to be on, or at a distance in front of, mm. */
export interface Law {
  side: Side
  off: number
}

/** Faces meet in a point if it is this near to where each wants it, mm. */
const MEETS = 2e-3
/** Directions in which faces say so little of where a point is are left as they are (square of a sine). */
const WEAK = 4e-4

/**
 * The least step that goes as far along some directions as each asks, in the sense of least squares.
 * @param weak directions in which they say less than this (square of a sine) are not gone
 */
export function leastStep(asked: readonly { way: Vec3; by: number }[], weak: number): Vec3 {
  const m = [0, 0, 0, 0, 0, 0]
  let left: Vec3 = [0, 0, 0]
  for (const { way: n, by } of asked) {
    m[0]! += n[0] * n[0]
    m[1]! += n[0] * n[1]
    m[2]! += n[0] * n[2]
    m[3]! += n[1] * n[1]
    m[4]! += n[1] * n[2]
    m[5]! += n[2] * n[2]
    left = add(left, scale(n, by))
  }
  if (length(left) < 1e-12) return [0, 0, 0]
  const { values, vectors } = symmetricEigen(m)
  let step: Vec3 = [0, 0, 0]
  for (const [k, value] of values.entries())
    if (value > weak) step = add(step, scale(vectors[k]!, dot(vectors[k]!, left) / value))
  return step
}

/**
 * The point nearest to another one at which faces meet.
 * @returns none where they do not
 */
export function meetingOf(start: Vec3, laws: readonly Law[]): Vec3 | undefined {
  let p = start
  for (let i = 0; i < 40; i++) {
    const at = p
    const step = leastStep(laws.map(({ side, off }) => ({ way: side.out(at), by: off - side.off(at) })), WEAK) // prettier-ignore
    p = add(p, step)
    if (length(step) < 1e-11) break
  }
  return laws.every(({ side, off }) => Math.abs(side.off(p) - off) < MEETS) ? p : undefined
}
