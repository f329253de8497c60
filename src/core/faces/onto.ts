import { cross, distance, dot, length, normalize, scale, sub, add, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'

/** The point of a surface (as if it had no end) nearest to a point; of free surfaces the point itself. */
export function ontoSurface(shape: SurfaceShape, p: Vec3): Vec3 {
  switch (shape.kind) {
    case 'plane':
      return sub(p, scale(shape.normal, dot(sub(p, shape.point), shape.normal)))
    case 'cylinder': {
      const { foot, out } = aboutAxis(shape, p)
      return out ? add(foot, scale(out, shape.radius)) : p
    }
    case 'sphere': {
      const off = sub(p, shape.point)
      return length(off) < 1e-12 ? p : add(shape.point, scale(normalize(off), shape.radius))
    }
    case 'torus': {
      const { out } = aboutAxis(shape, p)
      if (!out) return p
      const ring = add(shape.point, scale(out, shape.radius))
      const off = sub(p, ring)
      return length(off) < 1e-12 ? p : add(ring, scale(normalize(off), Math.abs(shape.tube)))
    }
    default:
      return p
  }
}

/** Which way a surface faces at a point on it, or against that; none where it is free or has no direction there. */
export function normalAt(shape: SurfaceShape, p: Vec3): Vec3 | undefined {
  switch (shape.kind) {
    case 'plane':
      return shape.normal
    case 'cylinder':
      return aboutAxis(shape, p).out
    case 'sphere':
      return normalize(sub(p, shape.point))
    case 'cone': {
      const { out } = aboutAxis(shape, p)
      return out && add(scale(out, Math.cos(shape.halfAngle)), scale(shape.axis, -Math.sin(shape.halfAngle)))
    }
    case 'torus': {
      const { out } = aboutAxis(shape, p)
      return out && normalize(sub(p, add(shape.point, scale(out, shape.radius))))
    }
    case 'free':
      return undefined
  }
}

function aboutAxis({ point, axis }: { point: Vec3; axis: Vec3 }, p: Vec3): { foot: Vec3; out: Vec3 | undefined } {
  const foot = add(point, scale(axis, dot(sub(p, point), axis)))
  const off = sub(p, foot)
  return { foot, out: length(off) < 1e-12 ? undefined : normalize(off) }
}

/** How far a point is from a triangle. */
export function distanceToTriangle(p: Vec3, a: Vec3, b: Vec3, c: Vec3): number {
  const n = cross(sub(b, a), sub(c, a))
  const area = length(n)
  if (area > 1e-14) {
    const inside = [
      [a, b],
      [b, c],
      [c, a],
    ].every(([u, v]) => dot(cross(sub(v!, u!), sub(p, u!)), n) >= 0)
    if (inside) return Math.abs(dot(sub(p, a), n)) / area
  }
  return Math.min(distanceToSpan(p, a, b), distanceToSpan(p, b, c), distanceToSpan(p, c, a))
}

/** How far a point is from a straight piece between two points. */
export function distanceToSpan(p: Vec3, a: Vec3, b: Vec3): number {
  const along = sub(b, a)
  const l2 = dot(along, along)
  const t = l2 === 0 ? 0 : Math.min(1, Math.max(0, dot(sub(p, a), along) / l2))
  return distance(p, add(a, scale(along, t)))
}
