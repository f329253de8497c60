/**
 * The least distance between two triangles, exactly: over the 9 pairs of edges and the 6 pairs of
 * corner and face; 0 where an edge goes through the other face. After C. Ericson, Real-Time
 * Collision Detection (2005), 5.1.5 and 5.1.9. Nothing is allocated.
 */

/** Closest points of the last call: [ax, ay, az, bx, by, bz]. */
export const closest = new Float64Array(6)

/** Closest points of the pair under examination, in the same layout. */
const pair = new Float64Array(6)
const clamp = (v: number): number => (v < 0 ? 0 : v > 1 ? 1 : v)

/**
 * Squared distance between triangle i of `p` and triangle j of `q` (nine numbers each); `closest` holds
 * where. Gives up early, without touching `closest`, when it cannot be under `limit`.
 */
export function triangleDistance(p: Float32Array, i: number, q: Float32Array, j: number, limit: number): number {
  const [a, b] = [9 * i, 9 * j]
  if (boxesApart(p, a, q, b) >= limit || apartFromPlane(p, a, q, b) >= limit || apartFromPlane(q, b, p, a) >= limit) return limit // prettier-ignore
  let best = limit
  const take = (d: number, swapped: boolean): void => {
    if (d >= best) return
    best = d
    if (!swapped) closest.set(pair)
    else for (let k = 0; k < 3; k++) [closest[k], closest[3 + k]] = [pair[3 + k]!, pair[k]!]
  }
  for (let k = 0; k < 3; k++) {
    take(cornerToFace(p, a + 3 * k, q, b), false)
    take(cornerToFace(q, b + 3 * k, p, a), true)
  }
  for (let k = 0; k < 3; k++)
    for (let l = 0; l < 3; l++)
      take(edgeToEdge(p, a + 3 * k, a + 3 * ((k + 1) % 3), q, b + 3 * l, b + 3 * ((l + 1) % 3)), false)
  for (let k = 0; k < 3; k++) {
    if (pierces(p, a + 3 * k, a + 3 * ((k + 1) % 3), q, b)) take(0, false)
    if (pierces(q, b + 3 * k, b + 3 * ((k + 1) % 3), p, a)) take(0, true)
  }
  return best
}

/** The squared distance of the boxes round two triangles: they are no nearer. */
function boxesApart(p: Float32Array, a: number, q: Float32Array, b: number): number {
  let sum = 0
  for (let k = 0; k < 3; k++) {
    const [p0, p1, p2] = [p[a + k]!, p[a + 3 + k]!, p[a + 6 + k]!]
    const [q0, q1, q2] = [q[b + k]!, q[b + 3 + k]!, q[b + 6 + k]!]
    const gap = Math.max(Math.min(p0, p1, p2) - Math.max(q0, q1, q2), Math.min(q0, q1, q2) - Math.max(p0, p1, p2))
    if (gap > 0) sum += gap * gap
  }
  return sum
}

/** The squared distance of the triangle at `a` of p from the plane of the one at `f` of q: it is no nearer to that; 0 where it goes through. */
function apartFromPlane(p: Float32Array, a: number, q: Float32Array, f: number): number {
  const [x, y, z] = [q[f]!, q[f + 1]!, q[f + 2]!]
  const [ux, uy, uz] = [q[f + 3]! - x, q[f + 4]! - y, q[f + 5]! - z]
  const [vx, vy, vz] = [q[f + 6]! - x, q[f + 7]! - y, q[f + 8]! - z]
  const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
  const long = nx * nx + ny * ny + nz * nz
  if (long < 1e-18) return 0
  let [low, high] = [Infinity, -Infinity]
  for (let k = a; k < a + 9; k += 3) {
    const off = (p[k]! - x) * nx + (p[k + 1]! - y) * ny + (p[k + 2]! - z) * nz
    low = Math.min(low, off)
    high = Math.max(high, off)
  }
  const near = low > 0 ? low : high < 0 ? -high : 0
  return (near * near) / long
}

function squared(): number {
  const [x, y, z] = [pair[0]! - pair[3]!, pair[1]! - pair[4]!, pair[2]! - pair[5]!]
  return x * x + y * y + z * z
}

/** From the corner at `c` of p to the face at `f` of q; `pair` is corner, then foot. */
function cornerToFace(p: Float32Array, c: number, q: Float32Array, f: number): number {
  const [px, py, pz] = [p[c]!, p[c + 1]!, p[c + 2]!]
  const [ax, ay, az] = [q[f]!, q[f + 1]!, q[f + 2]!]
  const [ux, uy, uz] = [q[f + 3]! - ax, q[f + 4]! - ay, q[f + 5]! - az]
  const [vx, vy, vz] = [q[f + 6]! - ax, q[f + 7]! - ay, q[f + 8]! - az]
  const [wx, wy, wz] = [px - ax, py - ay, pz - az]
  const [uu, uv, vv] = [ux * ux + uy * uy + uz * uz, ux * vx + uy * vy + uz * vz, vx * vx + vy * vy + vz * vz]
  const [wu, wv] = [wx * ux + wy * uy + wz * uz, wx * vx + wy * vy + wz * vz]
  const det = uu * vv - uv * uv
  if (det <= 1e-18) return Infinity
  const s = (vv * wu - uv * wv) / det
  const t = (uu * wv - uv * wu) / det
  if (s < 0 || t < 0 || s + t > 1) return Infinity // The foot is outside; an edge is nearer.
  pair[0] = px
  pair[1] = py
  pair[2] = pz
  pair[3] = ax + s * ux + t * vx
  pair[4] = ay + s * uy + t * vy
  pair[5] = az + s * uz + t * vz
  return squared()
}

/** Between the edge from a to b of p and the edge from c to d of q. */
function edgeToEdge(p: Float32Array, a: number, b: number, q: Float32Array, c: number, d: number): number {
  const [ax, ay, az] = [p[a]!, p[a + 1]!, p[a + 2]!]
  const [cx, cy, cz] = [q[c]!, q[c + 1]!, q[c + 2]!]
  const [ux, uy, uz] = [p[b]! - ax, p[b + 1]! - ay, p[b + 2]! - az]
  const [vx, vy, vz] = [q[d]! - cx, q[d + 1]! - cy, q[d + 2]! - cz]
  const [wx, wy, wz] = [ax - cx, ay - cy, az - cz]
  const [uu, vv, uv] = [ux * ux + uy * uy + uz * uz, vx * vx + vy * vy + vz * vz, ux * vx + uy * vy + uz * vz]
  const [wu, wv] = [wx * ux + wy * uy + wz * uz, wx * vx + wy * vy + wz * vz]
  const det = uu * vv - uv * uv
  let s = det > 1e-18 * uu * vv ? clamp((uv * wv - wu * vv) / det) : 0
  let t = vv > 0 ? (uv * s + wv) / vv : 0
  if (t < 0 || t > 1) {
    t = clamp(t)
    s = uu > 0 ? clamp((t * uv - wu) / uu) : 0
  }
  pair[0] = ax + s * ux
  pair[1] = ay + s * uy
  pair[2] = az + s * uz
  pair[3] = cx + t * vx
  pair[4] = cy + t * vy
  pair[5] = cz + t * vz
  return squared()
}

/** An edge whose direction is off a face's plane by less than this (sine) runs along it. */
const ALONG = 1e-9

/** True if the edge from a to b of p goes through the face at `f` of q; `pair` is the point, twice. */
export function pierces(p: Float32Array, a: number, b: number, q: Float32Array, f: number): boolean {
  const [ox, oy, oz] = [p[a]!, p[a + 1]!, p[a + 2]!]
  const [dx, dy, dz] = [p[b]! - ox, p[b + 1]! - oy, p[b + 2]! - oz]
  const [ax, ay, az] = [q[f]!, q[f + 1]!, q[f + 2]!]
  const [ux, uy, uz] = [q[f + 3]! - ax, q[f + 4]! - ay, q[f + 5]! - az]
  const [vx, vy, vz] = [q[f + 6]! - ax, q[f + 7]! - ay, q[f + 8]! - az]
  const [hx, hy, hz] = [dy * vz - dz * vy, dz * vx - dx * vz, dx * vy - dy * vx]
  const det = ux * hx + uy * hy + uz * hz
  // What runs along the face goes through it nowhere: there all below would be rounding.
  const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
  const most = Math.sqrt((dx * dx + dy * dy + dz * dz) * (nx * nx + ny * ny + nz * nz))
  if (Math.abs(det) <= ALONG * most) return false
  const [wx, wy, wz] = [ox - ax, oy - ay, oz - az]
  const s = (wx * hx + wy * hy + wz * hz) / det
  if (s < 0 || s > 1) return false
  const [kx, ky, kz] = [wy * uz - wz * uy, wz * ux - wx * uz, wx * uy - wy * ux]
  const t = (dx * kx + dy * ky + dz * kz) / det
  const along = (vx * kx + vy * ky + vz * kz) / det
  if (t < 0 || s + t > 1 || along < 0 || along > 1) return false
  for (let k = 0; k < 3; k++) pair[k] = pair[3 + k] = p[a + k]! + along * (p[b + k]! - p[a + k]!)
  return true
}
