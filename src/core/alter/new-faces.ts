import { offsetShape } from '../blend/offset-shape'
import { exactSide, type Side, sideOf } from '../blend/side'
import { normalAt } from '../faces/onto'
import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { apply, type Placement } from '../geometry/placement'
import { add, dot, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import { placeShape } from '../kernel/placed-shape'
import type { SurfaceShape } from '../kernel/surface'
import { raise } from '../result'
import type { NewFace } from './plan'

type Exact = Exclude<SurfaceShape, { kind: 'free' }>

/** The face of another shape that looks the way an old one does. @param near a point of the old one */
export function faceLike(old: Side, shape: Exact, near: Vec3, carry: NewFace['carry']): NewFace {
  const sign = old.shape.kind !== 'free' && dot(old.out(near), normalAt(old.shape, near) ?? old.out(near)) < 0 ? -1 : 1
  return { shape, side: exactSide(shape, sign), carry }
}

/** A flat face in another plane that it looks out of; its points go along the way it looked. */
export function faceInPlane(on: Pointable, region: number, normal: Vec3, point: Vec3): NewFace {
  const side = sideOf(on, region)
  const near = cornerOf(on, region)
  const was = side.out(near)
  const carry = (q: Vec3) => add(q, scale(was, dot(sub(point, q), normal) / dot(was, normal)))
  return faceLike(side, { kind: 'plane', normal, point }, near, carry)
}

/** What a face is, without asking where it lies: that takes long of one that has no exact shape. */
export const shapeOf = ({ mesh, topology }: Pointable, region: number): SurfaceShape =>
  mesh.surfaces[topology.surfaceOf[region]!]!.shape

export const isFlat = (on: Pointable, region: number): boolean => shapeOf(on, region).kind === 'plane'

/** A point on a face: a corner of one of its triangles. */
export function cornerOf({ mesh, topology }: Pointable, region: number): Vec3 {
  return placeAt(mesh.positions, mesh.indices[3 * trianglesOf(topology, region)[0]!]!)
}

/**
 * A face moved along the way it looks, out of the material: a plane goes there, what is round gets another radius.
 * Errors: free, small (nothing would be left of a round)
 */
export function offsetFace(on: Pointable, region: number, by: number): NewFace {
  const side = sideOf(on, region)
  if (side.shape.kind === 'free') return raise('free', 'This face bends in no regular way; only flat and round faces can be moved.') // prettier-ignore
  const shape = offsetShape(side, by, 1)
  if (shape.kind === 'free') return raise('small', 'Nothing would be left of a round face.')
  return faceLike(side, shape, cornerOf(on, region), (p) => add(p, scale(side.out(p), by)))
}

/** A face carried somewhere else as it is. Errors: free (in part: its triangles go along, but nothing can be drawn out to it) */
export function placedFace(on: Pointable, region: number, to: Placement): NewFace {
  const side = sideOf(on, region)
  const carry = (p: Vec3) => apply(to, p)
  if (side.shape.kind === 'free') return { shape: side.shape, side, carry, rigid: true }
  const shape = placeShape(side.shape, to) as Exact
  return { ...faceLike(side, shape, cornerOf(on, region), carry), rigid: true }
}
