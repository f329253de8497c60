import { add, placeAt, scale, type Vec3 } from '../geometry/vec'

/** Square to a triangle, out of what runs anticlockwise round it, and twice as long as its area is large. */
export function doubledNormal(positions: ArrayLike<number>, indices: ArrayLike<number>, triangle: number): Vec3 {
  const [i, j, k] = [3 * indices[3 * triangle]!, 3 * indices[3 * triangle + 1]!, 3 * indices[3 * triangle + 2]!]
  const [ux, uy, uz] = [positions[j]! - positions[i]!, positions[j + 1]! - positions[i + 1]!, positions[j + 2]! - positions[i + 2]!] // prettier-ignore
  const [vx, vy, vz] = [positions[k]! - positions[i]!, positions[k + 1]! - positions[i + 1]!, positions[k + 2]! - positions[i + 2]!] // prettier-ignore
  return [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
}

/** The middle of a triangle's corners. */
export function middleOfTriangle(
  { positions, indices }: { positions: ArrayLike<number>; indices: ArrayLike<number> },
  triangle: number,
): Vec3 {
  const [a, b, c] = [0, 1, 2].map((k) => placeAt(positions, indices[3 * triangle + k]!)) as [Vec3, Vec3, Vec3]
  return scale(add(add(a, b), c), 1 / 3)
}
