import { offerOnFaces } from '../by-hand'
import { newStep, type Offer, type Situation } from '../offer'
import { pickedFaceOf } from '../picked'

/** Faces of a part that are picked: what they belong to moved or copied; or put onto the flat face that is picked second. */
export function offerMoveFeature(at: Situation): Offer[] {
  const [first, second, more] = at.picks
  if (!first?.apart) return []
  const plane = second && !more && second.shape.kind === 'plane' ? pickedFaceOf(second, at.references) : undefined
  if (plane && 'part' in plane && first.kept && plane.part === first.owner) {
    const fields = { part: first.owner, faces: [first.kept], how: 'onto', to: { ...plane, datum: 'middle', off: '0' } }
    return [{ key: 'move-feature onto', words: 'put the first onto the second', picked: true, of: 'feature', steps: [newStep(at, 'move-feature', fields)] }] // prettier-ignore
  }
  if (at.picks.some((p) => !p.apart)) return []
  const many = at.picks.length > 1
  return [
    ...offerOnFaces(at, 'move-feature', () => (many ? 'move these' : 'move it'), {}, 'feature'),
    ...offerOnFaces(at, 'move-feature', () => (many ? 'copy these' : 'copy it'), { keep: 'copy' }, 'feature'),
  ]
}
