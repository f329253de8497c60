import { apply, type Placement, turn } from '../geometry/placement'
import { normalize } from '../geometry/vec'
import type { SurfaceShape } from './surface'

/** A surface's shape after its solid has been moved, turned or mirrored (not scaled). */
export function placeShape(shape: SurfaceShape, m: Placement): SurfaceShape {
  switch (shape.kind) {
    case 'plane':
      return { ...shape, normal: normalize(turn(m, shape.normal)), point: apply(m, shape.point) }
    case 'cylinder':
    case 'cone':
    case 'torus':
      return { ...shape, axis: normalize(turn(m, shape.axis)), point: apply(m, shape.point) }
    case 'sphere':
      return { ...shape, point: apply(m, shape.point) }
    case 'free':
      return shape
  }
}

/** The kernel's column-major 4 x 4 matrix of a placement. */
export const toColumns = (m: Placement): number[] => [
  m[0]!, m[4]!, m[8]!, 0,
  m[1]!, m[5]!, m[9]!, 0,
  m[2]!, m[6]!, m[10]!, 0,
  m[3]!, m[7]!, m[11]!, 1,
] // prettier-ignore

/** A placement from three columns of a rotation and a translation, as the kernel reports a run. */
export const fromColumns = (c: ArrayLike<number>, at = 0): Placement => [
  c[at]!, c[at + 3]!, c[at + 6]!, c[at + 9]!,
  c[at + 1]!, c[at + 4]!, c[at + 7]!, c[at + 10]!,
  c[at + 2]!, c[at + 5]!, c[at + 8]!, c[at + 11]!,
] // prettier-ignore
