import type { Side } from './side'
import { add, anySquareTo, dot, scale, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { normalAt } from '../faces/onto'

/**
 * What a surface is when it is moved along its normal, and is looked at from the other side where `facing` is -1.
 * @param by along the way out of the material, mm
 */
export function offsetShape({ shape, out }: Side, by: number, facing: 1 | -1): SurfaceShape {
  switch (shape.kind) {
    case 'plane': {
      const normal = out(shape.point)
      return { kind: 'plane', normal: scale(normal, facing), point: add(shape.point, scale(normal, by)) }
    }
    case 'cylinder':
    case 'sphere': {
      const radius = shape.radius + (shape.hole ? -by : by)
      return radius > 1e-6 ? { ...shape, radius, hole: facing === 1 ? shape.hole : !shape.hole } : { kind: 'free' }
    }
    case 'cone': {
      const sign = outwards({ shape, out }, add(shape.point, sideways(shape.axis, shape.radius)))
      const radius = shape.radius + (sign * by) / Math.cos(shape.halfAngle)
      return radius > 1e-6 ? { ...shape, radius } : { kind: 'free' }
    }
    case 'torus': {
      const ring = add(shape.point, sideways(shape.axis, shape.radius))
      const tube = Math.abs(shape.tube) + outwards({ shape, out }, add(ring, scale(shape.axis, Math.abs(shape.tube)))) * by // prettier-ignore
      return tube > 1e-6 ? { ...shape, tube } : { kind: 'free' }
    }
    case 'free':
      return shape
  }
}

const sideways = (axis: Vec3, by: number): Vec3 => scale(anySquareTo(axis), by)

/** 1 where the way out of the material is the one that the figures of the surface have, -1 where it is against that. */
const outwards = ({ shape, out }: Pick<Side, 'shape' | 'out'>, p: Vec3): number =>
  dot(out(p), normalAt(shape, p) ?? out(p)) < 0 ? -1 : 1
