import type { Vec3 } from './vec'

/** What of a convex polygon lies where `side`, linear in space, is not negative (Sutherland and Hodgman's clipping). */
export function clipped(polygon: readonly Vec3[], side: (p: Vec3) => number): Vec3[] {
  const out: Vec3[] = []
  for (const [i, p] of polygon.entries()) {
    const q = polygon[(i + 1) % polygon.length]!
    const [a, b] = [side(p), side(q)]
    if (a >= 0) out.push(p)
    if (a >= 0 === b >= 0) continue
    const t = a / (a - b)
    out.push([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1]), p[2] + t * (q[2] - p[2])])
  }
  return out
}
