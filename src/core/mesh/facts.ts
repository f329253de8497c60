import { boxMiddle, boxOfPositions, type Vec3 } from '../geometry/vec'
import { oppositeSides } from './half-edges'
import { weldIndex } from './weld'

/** Plain facts of a triangle mesh: volume, area, and whether it closes. Lengths in mm. */
export interface MeshFacts {
  triangles: number
  closed: boolean
  volume: number
  area: number
  /** The middle of what closes, weighted by volume; of the surface's box where nothing does. */
  middle: Vec3
}

export function meshFacts(positions: ArrayLike<number>, indices: ArrayLike<number>): MeshFacts {
  const { volume, area, middle } = sizes(positions, indices)
  return { triangles: indices.length / 3, closed: isClosed(positions, indices), volume, area, middle }
}

/** Volume (of what closes), area and middle of mass; mm3, mm2 and mm. */
export function sizes(
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
): { volume: number; area: number; middle: Vec3 } {
  const sum = [0, 0, 0]
  let volume = 0
  let area = 0
  for (let t = 0; t < indices.length; t += 3) {
    const [i, j, k] = [3 * indices[t]!, 3 * indices[t + 1]!, 3 * indices[t + 2]!]
    const [ax, ay, az] = [positions[i]!, positions[i + 1]!, positions[i + 2]!]
    const [ux, uy, uz] = [positions[j]! - ax, positions[j + 1]! - ay, positions[j + 2]! - az]
    const [vx, vy, vz] = [positions[k]! - ax, positions[k + 1]! - ay, positions[k + 2]! - az]
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
    area += Math.hypot(nx, ny, nz) / 2
    const part = (ax * nx + ay * ny + az * nz) / 6
    volume += part
    // The middle of the tetrahedron to the origin: a quarter of the sum of its corners.
    sum[0]! += (part * (3 * ax + ux + vx)) / 4
    sum[1]! += (part * (3 * ay + uy + vy)) / 4
    sum[2]! += (part * (3 * az + uz + vz)) / 4
  }
  const middle: Vec3 =
    Math.abs(volume) > 1e-9
      ? [sum[0]! / volume, sum[1]! / volume, sum[2]! / volume]
      : boxMiddle(boxOfPositions(positions))
  return { volume, area, middle }
}

/** True if every edge, after welding, has as many triangles running one way as the other. */
export function isClosed(positions: ArrayLike<number>, indices: ArrayLike<number>): boolean {
  if (indices.length === 0) return false
  const first = weldIndex(positions)
  const joined: number[] = []
  for (let t = 0; t < indices.length; t += 3) {
    const [a, b, c] = [first[indices[t]!]!, first[indices[t + 1]!]!, first[indices[t + 2]!]!]
    if (a !== b && b !== c && a !== c) joined.push(a, b, c)
  }
  if (joined.length === 0) return false
  if (oppositeSides(joined).every((side) => side >= 0)) return true
  return isBalanced(joined, first.length)
}

/** Closed meshes that touch themselves along an edge have four triangles there. */
function isBalanced(indices: readonly number[], count: number): boolean {
  const open = new Map<number, number>()
  for (let side = 0; side < indices.length; side++) {
    const [a, b] = [indices[side]!, indices[side % 3 === 2 ? side - 2 : side + 1]!]
    const key = Math.min(a, b) * count + Math.max(a, b)
    open.set(key, (open.get(key) ?? 0) + (a < b ? 1 : -1))
  }
  return [...open.values()].every((balance) => balance === 0)
}
