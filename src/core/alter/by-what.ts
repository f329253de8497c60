import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { apply, type Placement, turnAboutLine } from '../geometry/placement'
import { add, cross, dot, normalize, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import { raise } from '../result'
import { cornerOf, faceInPlane, faceLike, offsetFace, shapeOf } from './new-faces'
import type { NewFace } from './plan'

type NewFaces = Map<number, NewFace>

/** Faces moved along the way they look, mm. Errors: free, small */
export const offsetFaces = (on: Pointable, regions: Iterable<number>, by: number): NewFaces =>
  new Map(Array.from(regions, (r) => [r, offsetFace(on, r, by)]))

/** A face that comes to a plane may have to turn for it by this much (cosine of 80 degrees). */
const TURNS = 0.17

/**
 * Flat faces that come to lie in a plane.
 * @param share of the way only
 * Errors: round, across
 */
export function facesInPlane(on: Pointable, regions: Iterable<number>, plane: Placement, share: number): NewFaces {
  const at: Vec3 = [plane[3]!, plane[7]!, plane[11]!]
  const z: Vec3 = [plane[2]!, plane[6]!, plane[10]!]
  return new Map(
    Array.from(regions, (r) => {
      const side = flatSide(on, r)
      const p = middleOf(on, r)
      const was = side.out(p)
      const normal = dot(z, was) < 0 ? scale(z, -1) : z
      const steep = dot(normal, was)
      if (steep < TURNS) return raise('across', 'A face would have to turn too far to come to that plane.')
      const by = dot(sub(at, p), normal) / steep
      const mixed = share === 1 ? normal : normalize(add(scale(was, 1 - share), scale(normal, share)))
      const point = share === 1 ? at : add(p, scale(was, share * by))
      return [r, faceInPlane(on, r, mixed, point)] as const
    }),
  )
}

/**
 * Flat faces turned about a line, so that they lean out of the material.
 * @param angle radians
 * Errors: round
 */
export function leantFaces(
  on: Pointable,
  regions: Iterable<number>,
  { from, to }: { from: Vec3; to: Vec3 },
  angle: number,
): NewFaces {
  const axis = normalize(sub(to, from))
  return new Map(
    Array.from(regions, (r) => {
      const side = flatSide(on, r)
      const p = middleOf(on, r)
      const out = dot(cross(axis, sub(p, from)), side.out(p)) < 0 ? -angle : angle
      const turned = turnAboutLine(from, axis, out)
      const normal = normalize(sub(apply(turned, add(from, side.out(p))), apply(turned, from)))
      const shape = { kind: 'plane', normal, point: apply(turned, p) } as const
      return [r, faceLike(side, shape, cornerOf(on, r), (q) => apply(turned, q))] as const
    }),
  )
}

/** Errors: round */
function flatSide(on: Pointable, region: number) {
  const side = sideOf(on, region)
  return side.shape.kind === 'plane' ? side : raise('round', 'Only flat faces can be moved like this.')
}

/** The middle of the corners of a face. */
export function middleOf({ mesh, topology }: Pointable, region: number): Vec3 {
  let [sum, count] = [[0, 0, 0] as Vec3, 0]
  for (const t of trianglesOf(topology, region))
    for (let k = 0; k < 3; k++) {
      sum = add(sum, placeAt(mesh.positions, mesh.indices[3 * t + k]!))
      count += 1
    }
  return scale(sum, 1 / count)
}

/** All flat faces that lie in one plane with some, and look the same way. */
export function levelWith(on: Pointable, regions: readonly number[]): number[] {
  const planes = regions.map((r) => shapeOf(on, r))
  return on.topology.surfaceOf.flatMap((_, r) => {
    const shape = shapeOf(on, r)
    const lies = planes.some((p) => p.kind === 'plane' && shape.kind === 'plane' && dot(p.normal, shape.normal) > 1 - 1e-6 && Math.abs(dot(p.normal, sub(p.point, shape.point))) < LEVEL) // prettier-ignore
    return lies || regions.includes(r) ? [r] : []
  })
}
/** Faces in one plane lie in it but for this, mm. */
const LEVEL = 0.02
