import type { Block } from '../document/items-schema'
import { apply, compose, fromFrame, type Placement, translation, turn } from '../geometry/placement'
import { anySquareTo, cross, dot, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import { placeShape } from '../kernel/placed-shape'
import { fail, ok, type Result } from '../result'
import { findFace } from './face-ref'
import type { ImportedModel } from './model'

/**
 * Where a block stands: on its face, `foot` carried over to it, x as level as can be; or from the origin.
 * @param model of the reference that it stands on, sized already
 */
export function blockPlacement(
  block: Block,
  model: ImportedModel | undefined,
  placement: Placement,
  sized: number,
  value: (formula: string) => Result<number>,
): Result<Placement> {
  const at = block.at.map(value)
  const bad = at.find((v) => !v.ok)
  if (bad && !bad.ok) return bad
  const by = translation(at.map((v) => (v.ok ? v.value : 0)) as unknown as Vec3)
  if (!block.face || !block.foot) return ok(by)
  const found = model && findFace(model, block.face, sized)
  const face = found && placeShape(found, placement)
  if (face?.kind !== 'plane')
    return fail('no-face', `The face that ${block.name} stands on is not in the file any more.`)
  const foot = apply(placement, scale(block.foot, sized))
  const origin = sub(foot, scale(face.normal, dot(sub(foot, face.point), face.normal)))
  return ok(compose(standOn(face.normal, origin, placement), by))
}

/** A frame on a face: z off it; x along the reference's own x as far as that lies in it, its y otherwise. */
function standOn(z: Vec3, origin: Vec3, placement: Placement): Placement {
  const own = [turn(placement, [1, 0, 0]), turn(placement, [0, 1, 0])]
  const lies = own.find((d) => Math.abs(dot(d, z)) < 0.9)
  const x = lies ? normalize(sub(lies, scale(z, dot(lies, z)))) : anySquareTo(z)
  return fromFrame(x, cross(z, x), z, origin)
}

/** The name under which blocks that stand alone are a reference of the project. */
export const ALONE_ID = 'added'
