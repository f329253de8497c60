import type { Side } from '../blend/side'
import { add, cross, dot, length, normalize, scale, sub, type Vec3 } from '../geometry/vec'

/** So much of the way to the middle of what is round is gone at most. */
const MOST = 0.9995

/** A way along the normal, shortened so that it does not lead past the middle or the axis of what is round. */
export function within({ shape, out }: Side, p: Vec3, by: number): number {
  const way = scale(out(p), Math.sign(by))
  let most = Math.abs(by)
  const limit = (from: Vec3, free: number) => {
    const towards = -dot(way, from)
    if (towards > 1e-6) most = Math.min(most, (MOST * free) / towards)
  }
  if (shape.kind === 'sphere') limit(normalize(sub(p, shape.point)), shape.radius)
  if ('axis' in shape) {
    const off = sub(p, shape.point)
    const radial = sub(off, scale(shape.axis, dot(off, shape.axis)))
    const wide = length(radial)
    if (wide > 1e-9) limit(scale(radial, 1 / wide), wide)
    if (shape.kind === 'torus' && wide > 1e-9) {
      const ring = add(shape.point, scale(radial, shape.radius / wide))
      limit(normalize(sub(p, ring)), Math.abs(shape.tube))
    }
  }
  return Math.sign(by) * most
}

/**
 * Places moved along their ways, those of facets that would turn over not so far.
 * @param far how far each is to go, mm; changed on the way
 * @returns with those that do not go all of it
 */
export function unturned(
  points: readonly Vec3[],
  outs: readonly Vec3[],
  far: number[],
  triangles: readonly number[],
): { places: Vec3[]; short: ReadonlySet<number> } {
  const short = new Set<number>()
  const place = (i: number) => add(points[i]!, scale(outs[i]!, far[i]!))
  const facing = (p: Vec3, q: Vec3, r: Vec3) => cross(sub(q, p), sub(r, p))
  for (let round = 0; round < 40; round++) {
    let turned = false
    for (let i = 0; i < triangles.length; i += 3) {
      const ids = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!] as const
      const [p, q, r] = ids.map((k) => points[k]!) as [Vec3, Vec3, Vec3]
      const [u, v, w] = ids.map(place) as [Vec3, Vec3, Vec3]
      if (dot(facing(p, q, r), facing(u, v, w)) > 0) continue
      turned = true
      for (const k of ids) {
        far[k]! *= 0.8
        short.add(k)
      }
    }
    if (!turned) break
  }
  return { places: points.map((_, i) => place(i)), short }
}
