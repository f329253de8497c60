import { anySquareTo, cross, dot, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { TriangleTree } from '../fit/gap'
import type { TaggedMesh } from '../kernel/surface'
import { unpacked } from '../mesh/unpack'
import { polygonArea } from '../profile/polygon'

/** Faces count as a wall's two sides if they turn their backs on each other this squarely (cosine). */
const SQUARE = -0.85
/** Sides nearer than this are one face that folds over, mm. */
const TOUCH = 1e-3
/** Sides that lie behind each other over less than this are a corner, not a wall, mm2. */
const LEAST_AREA = 0.05

/** Where two surfaces have little material between them. Lengths mm. */
export interface ThinSpot {
  /** Both surfaces, by their place in the mesh; the lower number first. */
  surfaces: readonly [number, number]
  thickness: number
  place: Vec3
  /** Over how much of them it is thinner than the limit, mm2. */
  area: number
}

/**
 * All pairs of surfaces with less than `limit` of material between them. Triangles are taken in pairs: laid over each
 * other along the normal of one, the least distance is at a corner of what they share, so that nothing is missed
 * between samples.
 */
export function thinSpots(mesh: TaggedMesh, limit: number): ThinSpot[] {
  const flat = unpacked(mesh.positions, mesh.indices)
  const tree = new TriangleTree(flat)
  const normals = unitNormals(flat)
  const spots = new Map<string, ThinSpot>()
  const corner = (t: number, k: number): Vec3 => [flat[9 * t + 3 * k]!, flat[9 * t + 3 * k + 1]!, flat[9 * t + 3 * k + 2]!] // prettier-ignore
  const normalOf = (t: number): Vec3 => [normals[3 * t]!, normals[3 * t + 1]!, normals[3 * t + 2]!]
  const box = new Float64Array(6)
  for (let t = 0; t < flat.length / 9; t++) {
    const n = normalOf(t)
    if (n[0] === 0 && n[1] === 0 && n[2] === 0) continue
    const a = corner(t, 0)
    const u = anySquareTo(n)
    const v = cross(n, u)
    const lay = (p: Vec3): Vec2 => [dot(sub(p, a), u), dot(sub(p, a), v)]
    const own = [lay(a), lay(corner(t, 1)), lay(corner(t, 2))]
    boxInwards(flat, t, n, limit, box)
    tree.within(box, (s) => {
      const facing = n[0] * normals[3 * s]! + n[1] * normals[3 * s + 1]! + n[2] * normals[3 * s + 2]!
      // Each pair is met from both sides; once is enough.
      if (facing > SQUARE || s < t || !behind(flat, s, a, n, limit)) return
      const d = corner(s, 0)
      const shared = clipped([lay(d), lay(corner(s, 1)), lay(corner(s, 2))], own)
      const area = Math.abs(polygonArea(shared))
      if (area < 1e-6) return
      const other = normalOf(s)
      let least = Infinity
      let place: Vec3 = a
      for (const [x, y] of shared) {
        const on: Vec3 = [a[0] + x * u[0] + y * v[0], a[1] + x * u[1] + y * v[1], a[2] + x * u[2] + y * v[2]]
        const deep = dot(sub(on, d), other) / facing
        if (deep <= TOUCH || deep >= least) continue
        least = deep
        place = sub(on, scale(n, deep / 2))
      }
      if (least < limit) note(spots, mesh.triangleSurface[t]!, mesh.triangleSurface[s]!, least, place, area)
    })
  }
  return [...spots.values()].filter((s) => s.area >= LEAST_AREA)
}

function note(spots: Map<string, ThinSpot>, s: number, t: number, thickness: number, place: Vec3, area: number): void {
  const surfaces = s < t ? ([s, t] as const) : ([t, s] as const)
  const key = surfaces.join()
  const known = spots.get(key)
  if (!known) spots.set(key, { surfaces, thickness, place, area })
  else {
    known.area += area
    if (thickness < known.thickness) Object.assign(known, { thickness, place })
  }
}

/** True if some of a triangle lies behind a face, not further than the limit. */
function behind(flat: ArrayLike<number>, s: number, a: Vec3, n: Vec3, limit: number): boolean {
  let [low, high] = [Infinity, -Infinity]
  for (let i = 9 * s; i < 9 * s + 9; i += 3) {
    const deep = (a[0] - flat[i]!) * n[0] + (a[1] - flat[i + 1]!) * n[1] + (a[2] - flat[i + 2]!) * n[2]
    if (deep < low) low = deep
    if (deep > high) high = deep
  }
  return high > TOUCH && low < limit
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

/** The box of a triangle and of what lies behind it, as far as the limit: min x y z, max x y z. */
function boxInwards(flat: ArrayLike<number>, t: number, normal: Vec3, limit: number, box: Float64Array): void {
  for (let k = 0; k < 3; k++) {
    const [p, q, r] = [flat[9 * t + k]!, flat[9 * t + 3 + k]!, flat[9 * t + 6 + k]!]
    const by = -normal[k]! * limit
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
