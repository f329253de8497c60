import type { Vec3 } from '../geometry/vec'

/** Shoots rays at a mesh, every triangle in turn; made for a few rays. */
export class RayCaster {
  constructor(
    private readonly positions: ArrayLike<number>,
    private readonly indices: ArrayLike<number>,
  ) {}

  /** How far the first triangle is in a direction of length 1, mm; undefined if there is none. After Moeller and Trumbore (1997). */
  first(from: Vec3, along: Vec3): number | undefined {
    const { positions: p, indices } = this
    let best = Infinity
    const [dx, dy, dz] = along
    for (let i = 0; i < indices.length; i += 3) {
      const [a, b, c] = [3 * indices[i]!, 3 * indices[i + 1]!, 3 * indices[i + 2]!]
      const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!]
      const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!]
      const [qx, qy, qz] = [dy * vz - dz * vy, dz * vx - dx * vz, dx * vy - dy * vx]
      const det = ux * qx + uy * qy + uz * qz
      if (Math.abs(det) < 1e-14) continue
      const [sx, sy, sz] = [from[0] - p[a]!, from[1] - p[a + 1]!, from[2] - p[a + 2]!]
      const u = (sx * qx + sy * qy + sz * qz) / det
      if (u < -1e-9 || u > 1 + 1e-9) continue
      const [rx, ry, rz] = [sy * uz - sz * uy, sz * ux - sx * uz, sx * uy - sy * ux]
      const v = (dx * rx + dy * ry + dz * rz) / det
      if (v < -1e-9 || u + v > 1 + 1e-9) continue
      const t = (vx * rx + vy * ry + vz * rz) / det
      if (t > 1e-9 && t < best) best = t
    }
    return best === Infinity ? undefined : best
  }
}
