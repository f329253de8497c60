import { distance, dot, normalize, sub, type Vec3 } from '../geometry/vec'

/** A straight edge of a body. */
export interface Edge {
  from: Vec3
  to: Vec3
}

/**
 * The straight edge nearest to a point: short pieces that run on in one line are taken together.
 * @param edges pairs of ends, x y z, mm
 * @returns with `piece` the number of the nearest pair
 */
export function edgeNear(edges: ArrayLike<number>, at: Vec3): (Edge & { off: number; piece: number }) | undefined {
  const end = (i: number): Vec3 => [edges[i]!, edges[i + 1]!, edges[i + 2]!]
  let best: { i: number; off: number } | undefined
  for (let i = 0; i < edges.length; i += 6) {
    const off = offSegment(edges, i, at)
    if (!best || off < best.off) best = { i, off }
  }
  if (!best) return undefined
  const [a, b] = [end(best.i), end(best.i + 3)]
  const along = normalize(sub(b, a))
  const t = (p: Vec3) => dot(sub(p, a), along)
  const slack = 1e-3 + 1e-4 * distance(a, b)
  const onLine = (p: Vec3) => {
    const off = sub(p, a)
    return Math.sqrt(Math.max(0, dot(off, off) - t(p) ** 2)) < slack
  }
  const pieces: [number, number][] = []
  for (let i = 0; i < edges.length; i += 6) {
    const [p, q] = [end(i), end(i + 3)]
    if (onLine(p) && onLine(q)) pieces.push(t(p) < t(q) ? [t(p), t(q)] : [t(q), t(p)])
  }
  let [from, to] = [0, distance(a, b)]
  for (let grown = true; grown;) {
    grown = false
    for (const [low, high] of pieces)
      if (low <= to + slack && high >= from - slack && (low < from - slack || high > to + slack)) {
        from = Math.min(from, low)
        to = Math.max(to, high)
        grown = true
      }
  }
  const on = (s: number): Vec3 => [a[0] + along[0] * s, a[1] + along[1] * s, a[2] + along[2] * s]
  return { from: on(from), to: on(to), off: best.off, piece: best.i / 6 }
}

/** How far a point is from a piece of edge; written out, since a click may have to look at hundreds of thousands. */
function offSegment(e: ArrayLike<number>, i: number, [px, py, pz]: Vec3): number {
  const [ax, ay, az] = [e[i]!, e[i + 1]!, e[i + 2]!]
  const [dx, dy, dz] = [e[i + 3]! - ax, e[i + 4]! - ay, e[i + 5]! - az]
  const [qx, qy, qz] = [px - ax, py - ay, pz - az]
  const t = Math.max(0, Math.min(1, (qx * dx + qy * dy + qz * dz) / (dx * dx + dy * dy + dz * dz || 1)))
  return Math.hypot(qx - t * dx, qy - t * dy, qz - t * dz)
}
