import type { SavedTaken } from '../../fields/taken-edges'
import { newStep, type Offer, type Situation } from '../offer'
import { pickedFaceOf } from '../picked'

/** A panel in the run of edges that goes round a picked face beside the pick; of several faces in what they go round together. */
export function offerPanel(at: Situation): Offer[] {
  const of = at.picks.flatMap((pick): SavedTaken[] => {
    const face = pickedFaceOf(pick, at.references)
    if (!face || !('part' in face) || !pick.edge?.kept) return []
    return [at.picks.length === 1 ? { ...face, round: { ...pick.edge.kept, run: 'piece' } } : { part: face.part, edge: { ...pick.edge.kept, run: 'piece' } }] // prettier-ignore
  })
  // Two edges by themselves close only where both are curved.
  if (of.length === 0 || of.length === 2 || of.length < at.picks.length) return []
  const words = of.length === 1 ? 'fill the run of edges with a panel' : 'fill these edges with a panel'
  return [{ key: 'panel picked', words, picked: true, steps: [newStep(at, 'panel', { of })] }]
}
