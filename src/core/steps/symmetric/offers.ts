import { dot } from '../../geometry/vec'
import { newStep, type Offer, type Situation } from '../offer'
import { pickedFaceOf } from '../picked'

/** The last part, at the upright plane through the origin. */
export function startSymmetric(at: Situation): Record<string, unknown> | undefined {
  const last = at.parts.at(-1)
  return last && { part: last.id, at: { base: 'side', off: '0' }, as: 'front' }
}

/** The part of which two flat faces are picked that look away from each other: the same on both sides of the middle between them. */
export function offerSymmetric(at: Situation): Offer[] {
  const [one, other, more] = at.picks
  if (!one || !other || more || one.owner !== other.owner) return []
  const [face, opposite] = [pickedFaceOf(one, at.references), pickedFaceOf(other, at.references)]
  if (!face || !opposite || !('part' in face) || !('part' in opposite)) return []
  if (one.shape.kind !== 'plane' || other.shape.kind !== 'plane') return []
  if (dot(one.shape.normal, other.shape.normal) > -0.999) return []
  const plane = { ...face, datum: 'middle', off: '0', and: opposite }
  return [{ key: 'symmetric', words: 'keep both sides the same', picked: true, of: 'part', steps: [newStep(at, 'symmetric', { part: face.part, at: plane, as: 'front' })] }] // prettier-ignore
}
