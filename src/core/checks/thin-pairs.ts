import { anySquareTo, cross, dot, length, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
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
  const spots = new Map<string, ThinSpot>()
  const corner = (t: number, k: number): Vec3 => [flat[9 * t + 3 * k]!, flat[9 * t + 3 * k + 1]!, flat[9 * t + 3 * k + 2]!] // prettier-ignore
  for (let t = 0; t < flat.length / 9; t++) {
    const [a, b, c] = [corner(t, 0), corner(t, 1), corner(t, 2)]
    const across = cross(sub(b, a), sub(c, a))
    const twice = length(across)
    if (twice < 1e-9) continue
    const normal = scale(across, 1 / twice)
    const u = anySquareTo(normal)
    const v = cross(normal, u)
    const lay = (p: Vec3): Vec2 => [dot(sub(p, a), u), dot(sub(p, a), v)]
    const own = [lay(a), lay(b), lay(c)]
    tree.within(boxInwards([a, b, c], normal, limit), (s) => {
      if (s === t) return
      const [d, e, f] = [corner(s, 0), corner(s, 1), corner(s, 2)]
      const other = cross(sub(e, d), sub(f, d))
      const size = length(other)
      const facing = dot(normal, other) / (size || 1)
      if (size < 1e-9 || facing > SQUARE) return
      const shared = clipped([lay(d), lay(e), lay(f)], own)
      const area = Math.abs(polygonArea(shared))
      if (area < 1e-6) return
      let least = Infinity
      let at: Vec2 = [0, 0]
      for (const q of shared) {
        const on: Vec3 = [0, 1, 2].map((k) => a[k]! + q[0] * u[k]! + q[1] * v[k]!) as unknown as Vec3
        const deep = dot(sub(on, d), other) / (size * facing)
        if (deep > TOUCH && deep < least) {
          least = deep
          at = q
        }
      }
      if (least >= limit) return
      const surfaces = [mesh.triangleSurface[t]!, mesh.triangleSurface[s]!].sort((x, y) => x - y) as [number, number]
      const key = surfaces.join()
      const known = spots.get(key)
      const place = [0, 1, 2].map((k) => a[k]! + at[0] * u[k]! + at[1] * v[k]! - (normal[k]! * least) / 2) as unknown as Vec3 // prettier-ignore
      if (!known) spots.set(key, { surfaces, thickness: least, place, area })
      else {
        known.area += area
        if (least < known.thickness) Object.assign(known, { thickness: least, place })
      }
    })
  }
  return [...spots.values()].filter((s) => s.area / 2 >= LEAST_AREA)
}

/** The box of a triangle and of what lies behind it, as far as the limit. */
function boxInwards(corners: readonly Vec3[], normal: Vec3, limit: number): Float64Array {
  const box = Float64Array.of(Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity)
  for (const p of corners)
    for (let k = 0; k < 3; k++)
      for (const q of [p[k]!, p[k]! - normal[k]! * limit]) {
        box[k] = Math.min(box[k]!, q)
        box[k + 3] = Math.max(box[k + 3]!, q)
      }
  return box
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
