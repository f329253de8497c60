import { anySquareTo, cross, dot, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { TriangleTree } from '../fit/gap'
import { unpacked } from '../mesh/unpack'
import { polygonArea } from '../profile/polygon'

/** Faces count as two sides of a wall, or of a slit, if they turn their backs, or fronts, on each other this squarely (cosine). */
const SQUARE = -0.85
/** Sides nearer than this are one face that folds over, mm. */
const TOUCH = 1e-3
/** What of two triangles lies in front of each other over less than this is nothing, mm2. */
const SPECK = 1e-6

/** What lies between two triangles. */
export type Between = 'material' | 'air'

/** Two triangles with material, or air, between them. Lengths mm. */
export interface FacingPair {
  /** Both triangles, the lower number first. */
  triangles: readonly [number, number]
  /** Where they lie in front of each other: a polygon on the first triangle. */
  shared: readonly Vec3[]
  /** How far the other is off at each of its corners, along `way`. */
  apart: readonly number[]
  /** From the first to the other, square to the first. */
  way: Vec3
  /** mm2 */
  area: number
}

/**
 * All pairs of triangles that have less than `limit` between them: of material, or of air. They are laid over each other
 * along the normal of one, and the distance is linear over what they share, so that nothing is missed between samples.
 * @param wants asked of two triangles that may be no nearer than `least`, before they are laid over each other
 */
export function facingPairs(
  mesh: { positions: ArrayLike<number>; indices: ArrayLike<number> },
  limit: number,
  between: Between,
  wants: (t: number, s: number, least: number) => boolean,
  visit: (pair: FacingPair) => void,
): void {
  const flat = unpacked(mesh.positions, mesh.indices)
  const tree = new TriangleTree(flat)
  const normals = unitNormals(flat)
  const turned = between === 'material' ? -1 : 1
  const corner = (t: number, k: number): Vec3 => [flat[9 * t + 3 * k]!, flat[9 * t + 3 * k + 1]!, flat[9 * t + 3 * k + 2]!] // prettier-ignore
  const box = new Float64Array(6)
  for (let t = 0; t < flat.length / 9; t++) {
    const way: Vec3 = [turned * normals[3 * t]!, turned * normals[3 * t + 1]!, turned * normals[3 * t + 2]!]
    if (way[0] === 0 && way[1] === 0 && way[2] === 0) continue
    const a = corner(t, 0)
    let laid: ReturnType<typeof laidOut> | undefined
    boxAlong(flat, t, way, limit, box)
    tree.within(box, (s) => {
      const facing = turned * (way[0] * normals[3 * s]! + way[1] * normals[3 * s + 1]! + way[2] * normals[3 * s + 2]!)
      // Each pair is met from both sides; once is enough.
      if (facing > SQUARE || s < t) return
      const least = ahead(flat, s, a, way, limit)
      if (least === Infinity || !wants(t, s, least)) return
      const { lay, lift, own } = (laid ??= laidOut(a, corner(t, 1), corner(t, 2), way))
      const d = corner(s, 0)
      const shared = clipped([lay(d), lay(corner(s, 1)), lay(corner(s, 2))], own)
      const area = Math.abs(polygonArea(shared))
      if (area < SPECK) return
      const other: Vec3 = [turned * normals[3 * s]!, turned * normals[3 * s + 1]!, turned * normals[3 * s + 2]!]
      const on = shared.map(lift)
      visit({ triangles: [t, s], shared: on, apart: on.map((p) => -dot(sub(p, d), other) / facing), way, area })
    })
  }
}

/** A triangle in its own plane, seen along a way, anticlockwise; and how places get there and back. */
function laidOut(a: Vec3, b: Vec3, c: Vec3, way: Vec3) {
  const u = anySquareTo(way)
  const v = cross(way, u)
  const lay = (p: Vec3): Vec2 => {
    const [x, y, z] = [p[0] - a[0], p[1] - a[1], p[2] - a[2]]
    return [x * u[0] + y * u[1] + z * u[2], x * v[0] + y * v[1] + z * v[2]]
  }
  const lift = ([x, y]: Vec2): Vec3 => [a[0] + x * u[0] + y * v[0], a[1] + x * u[1] + y * v[1], a[2] + x * u[2] + y * v[2]] // prettier-ignore
  const own = [lay(a), lay(b), lay(c)]
  if (polygonArea(own) < 0) own.reverse()
  return { lay, lift, own }
}

/** The least of a pair that is no fold, and where its middle is; nothing where the pair only folds over. */
export function leastOf({ shared, apart, way }: FacingPair): { apart: number; place: Vec3 } | undefined {
  let least: { apart: number; place: Vec3 } | undefined
  for (const [i, far] of apart.entries())
    if (far > TOUCH && far < (least?.apart ?? Infinity)) least = { apart: far, place: sub(shared[i]!, scale(way, -far / 2)) } // prettier-ignore
  return least
}

/** How far at least a triangle is off on a way from a face, mm; Infinity if none of it lies there within the limit. */
function ahead(flat: ArrayLike<number>, s: number, a: Vec3, way: Vec3, limit: number): number {
  let [low, high] = [Infinity, -Infinity]
  for (let i = 9 * s; i < 9 * s + 9; i += 3) {
    const far = (flat[i]! - a[0]) * way[0] + (flat[i + 1]! - a[1]) * way[1] + (flat[i + 2]! - a[2]) * way[2]
    if (far < low) low = far
    if (far > high) high = far
  }
  return high > TOUCH && low < limit ? low : Infinity
}

/** Of triangles without an area 0. */
function unitNormals(flat: ArrayLike<number>): Float64Array {
  const out = new Float64Array(flat.length / 3)
  for (let t = 0; t < out.length / 3; t++) {
    const i = 9 * t
    const [ux, uy, uz] = [flat[i + 3]! - flat[i]!, flat[i + 4]! - flat[i + 1]!, flat[i + 5]! - flat[i + 2]!]
    const [vx, vy, vz] = [flat[i + 6]! - flat[i]!, flat[i + 7]! - flat[i + 1]!, flat[i + 8]! - flat[i + 2]!]
    const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
    const l = Math.sqrt(x * x + y * y + z * z)
    if (l < 1e-9) continue
    out[3 * t] = x / l
    out[3 * t + 1] = y / l
    out[3 * t + 2] = z / l
  }
  return out
}

/** The box of a triangle and of what lies on a way from it, as far as the limit: min x y z, max x y z. */
function boxAlong(flat: ArrayLike<number>, t: number, way: Vec3, limit: number, box: Float64Array): void {
  for (let k = 0; k < 3; k++) {
    const [p, q, r] = [flat[9 * t + k]!, flat[9 * t + 3 + k]!, flat[9 * t + 6 + k]!]
    const by = way[k]! * limit
    box[k] = Math.min(p, q, r) + Math.min(0, by)
    box[k + 3] = Math.max(p, q, r) + Math.max(0, by)
  }
}

/** What a polygon shares with a triangle that runs anticlockwise (Sutherland and Hodgman's clipping). */
function clipped(polygon: Vec2[], triangle: readonly Vec2[]): Vec2[] {
  let out = polygon
  for (let i = 0; i < 3 && out.length > 0; i++) {
    const [p, q] = [triangle[i]!, triangle[(i + 1) % 3]!]
    const side = (r: Vec2) => (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])
    const next: Vec2[] = []
    for (const [k, r] of out.entries()) {
      const s = out[(k + 1) % out.length]!
      const [x, y] = [side(r), side(s)]
      if (x >= 0) next.push(r)
      if (x >= 0 !== y >= 0) next.push([r[0] + ((s[0] - r[0]) * x) / (x - y), r[1] + ((s[1] - r[1]) * x) / (x - y)])
    }
    out = next
  }
  return out
}
