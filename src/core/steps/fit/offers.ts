import type { SavedTaken } from '../../fields/taken-edges'
import { newStep, type Offer, type Situation } from '../offer'
import { pickedFaceOf } from '../picked'

/** Room in another part for what ends in the face that is picked; a plug for the opening whose rim is beside the pick. */
export function offerFit(at: Situation): Offer[] {
  const [pick, more] = at.picks
  const face = pick && !more && pick.shape.kind === 'plane' ? pickedFaceOf(pick, at.references) : undefined
  if (!pick || !face) return []
  const others = at.parts.filter((p) => !('part' in face) || p.id !== face.part)
  const run: SavedTaken = 'part' in face && pick.edge?.kept ? { ...face, round: { ...pick.edge.kept, run: 'piece' } } : face // prettier-ignore
  const around = newStep(at, 'fit', { way: 'around', of: [run], parts: others.length === 1 ? [others[0]!.id] : [] })
  const inside = newStep(at, 'fit', { way: 'inside', of: [run] })
  return [
    ...(others.length > 0 ? [{ key: 'fit around', words: 'make room for it', picked: true, steps: [around] }] : []),
    { key: 'fit inside', words: 'make a plug for it', picked: true, steps: [inside] },
  ]
}
