import { solve } from '../geometry/solve'
import { dot, length, scale, type Vec3 } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import { weldIndex } from '../mesh/weld'

/** Faces that look the same way but for this count once at a corner (cosine). */
const SAME = 0.9995
/** Keeps corners of nearly flat faces where they are. */
const FIRM = 1e-4

/** A mesh with more corners, and which of the triangles it was cut from each of it is of. */
export interface Cut {
  positions: ArrayLike<number>
  indices: Uint32Array
  from: Uint32Array
}
/** The same mesh with corners where it goes through a height. */
export function cutAt(positions: ArrayLike<number>, indices: ArrayLike<number>, z: number): Cut {
  const points = Array.from(positions)
  const made = new Map<string, number>()
  const side = (v: number) => (points[3 * v + 2]! > z + 1e-6 ? 1 : points[3 * v + 2]! < z - 1e-6 ? -1 : 0)
  const between = (a: number, b: number): number => {
    const [p, q] = a < b ? [a, b] : [b, a]
    const known = made.get(`${p} ${q}`)
    if (known !== undefined) return known
    const t = (z - points[3 * p + 2]!) / (points[3 * q + 2]! - points[3 * p + 2]!)
    for (const k of [0, 1]) points.push(points[3 * p + k]! + t * (points[3 * q + k]! - points[3 * p + k]!))
    points.push(z)
    made.set(`${p} ${q}`, points.length / 3 - 1)
    return points.length / 3 - 1
  }
  const [out, from]: [number[], number[]] = [[], []]
  for (let t = 0; t < indices.length; t += 3) {
    const corners = [indices[t]!, indices[t + 1]!, indices[t + 2]!]
    for (const half of [1, -1]) {
      const ring = corners.flatMap((v, n) => {
        const w = corners[(n + 1) % 3]!
        return [...(side(v) * half >= 0 ? [v] : []), ...(side(v) * side(w) < 0 ? [between(v, w)] : [])]
      })
      if (!corners.some((v) => side(v) * half > 0) && !(half === 1 && corners.every((v) => side(v) === 0))) continue
      for (let n = 1; n + 1 < ring.length; n++) {
        out.push(ring[0]!, ring[n]!, ring[n + 1]!)
        from.push(t / 3)
      }
    }
  }
  return { positions: points, indices: Uint32Array.from(out), from: Uint32Array.from(from) }
}

/** For each corner where it goes when all walls come out by 1 mm: so that each wall at it does, level. */
export function wallsOut(positions: ArrayLike<number>, indices: ArrayLike<number>): Float64Array {
  const same = weldIndex(positions)
  const normals = new Map<number, Vec3[]>()
  for (let t = 0; t < indices.length / 3; t++) {
    const doubled = doubledNormal(positions, indices, t)
    const size = length(doubled)
    if (size < 1e-12) continue
    const normal = scale(doubled, 1 / size)
    for (let k = 0; k < 3; k++) {
      const v = same[indices[3 * t + k]!]!
      const own = normals.get(v) ?? []
      normals.set(v, own)
      if (!own.some((n) => dot(n, normal) > SAME)) own.push(normal)
    }
  }
  const out = new Float64Array(positions.length)
  for (let v = 0; v < same.length; v++) {
    if (same[v] !== v) out.set(out.subarray(3 * same[v]!, 3 * same[v]! + 3), 3 * v)
    else out.set(cornerOut(normals.get(v) ?? []), 3 * v)
  }
  return out
}

function cornerOut(normals: readonly Vec3[]): readonly number[] {
  const walls = normals
    .filter((n) => Math.hypot(n[0], n[1]) > 1e-3)
    .map((n): [number, number] => {
      const level = Math.hypot(n[0], n[1])
      return [n[0] / level, n[1] / level]
    })
  if (walls.length === 0) return [0, 0, 0]
  const a = [[FIRM, 0], [0, FIRM]] // prettier-ignore
  const b = [0, 0]
  for (const [x, y] of walls) {
    a[0]![0]! += x * x
    a[0]![1]! += x * y
    a[1]![0]! += x * y
    a[1]![1]! += y * y
    b[0]! += x
    b[1]! += y
  }
  return [...(solve(a, b) ?? [0, 0]), 0]
}
