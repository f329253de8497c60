import { oppositeSides } from './half-edges'
import { weldIndex } from './weld'

/** Plain facts of a triangle mesh: volume, area, and whether it closes. Lengths in mm. */
export interface MeshFacts {
  triangles: number
  closed: boolean
  volume: number
  area: number
}

export function meshFacts(positions: ArrayLike<number>, indices: ArrayLike<number>): MeshFacts {
  const { volume, area } = sizes(positions, indices)
  return { triangles: indices.length / 3, closed: isClosed(positions, indices), volume, area }
}

/** Volume (of what closes) and area, mm3 and mm2. */
export function sizes(positions: ArrayLike<number>, indices: ArrayLike<number>): { volume: number; area: number } {
  let volume = 0
  let area = 0
  for (let t = 0; t < indices.length; t += 3) {
    const [i, j, k] = [3 * indices[t]!, 3 * indices[t + 1]!, 3 * indices[t + 2]!]
    const [ax, ay, az] = [positions[i]!, positions[i + 1]!, positions[i + 2]!]
    const [ux, uy, uz] = [positions[j]! - ax, positions[j + 1]! - ay, positions[j + 2]! - az]
    const [vx, vy, vz] = [positions[k]! - ax, positions[k + 1]! - ay, positions[k + 2]! - az]
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
    area += Math.hypot(nx, ny, nz) / 2
    volume += (ax * nx + ay * ny + az * nz) / 6
  }
  return { volume, area }
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
