import { clipped } from '../geometry/clip'
import type { Vec2, Vec3 } from '../geometry/vec'
import { cross, dot, length, sub } from '../geometry/vec'
import type { IndexedMesh } from '../mesh/weld'
import { polygonArea } from '../profile/polygon'
import { leftward } from './flat-sweep'
import { corner } from './slabs'

/** How far a sampled curve may lie from its chords, mm. */
const SAG = 0.005

/**
 * Where triangles come as they turn right round the z axis: polygons in (radius, z). A triangle is cut where it is
 * nearest to the axis at each height, so that both parts map without a fold and are bounded by the curves of their edges.
 */
export function turnedShadows(mesh: IndexedMesh): Vec2[][] {
  const out: Vec2[][] = []
  for (let t = 0; t < mesh.indices.length; t += 3) {
    const corners = [corner(mesh, t), corner(mesh, t + 1), corner(mesh, t + 2)] as const
    const n = cross(sub(corners[1], corners[0]), sub(corners[2], corners[0]))
    if (Math.hypot(n[0], n[1]) <= 1e-9 * length(n)) continue
    const side = (p: Vec3) => n[0] * p[1] - n[1] * p[0]
    for (const half of [clipped(corners, side), clipped(corners, (p) => -side(p))]) {
      const image = half.flatMap((p, i) => curve(p, half[(i + 1) % half.length]!))
      if (image.length > 2 && Math.abs(polygonArea(image)) > 1e-9) out.push(leftward(image))
    }
  }
  return out
}

/** An edge in (radius, z) from its first end, without its last. */
function curve(p: Vec3, q: Vec3): Vec2[] {
  const d = sub(q, p)
  if (length(d) === 0) return []
  const flat: Vec3 = [d[0], d[1], 0]
  const far = Math.max(Math.hypot(p[0], p[1]), Math.hypot(q[0], q[1]))
  // The curve leaves its chord by at most an eighth of the flat length squared over the least radius, or by that radius.
  const along = dot(flat, flat)
  const near = along === 0 ? far : nearest(p, flat, along)
  const sag = Math.min(far, along / (8 * Math.max(near, 1e-9)))
  const count = Math.min(64, Math.max(1, Math.ceil(Math.sqrt(sag / SAG))))
  return Array.from({ length: count }, (_, k): Vec2 => {
    const s = k / count
    return [Math.hypot(p[0] + s * d[0], p[1] + s * d[1]), p[2] + s * d[2]]
  })
}

function nearest(p: Vec3, d: Vec3, along: number): number {
  const s = Math.min(1, Math.max(0, -(p[0] * d[0] + p[1] * d[1]) / along))
  return Math.hypot(p[0] + s * d[0], p[1] + s * d[1])
}
