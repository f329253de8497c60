import type { SavedTaken } from '../../fields/taken-edges'
import { newStep, type Offer, type Situation } from '../offer'
import { pickedEdgeOf, pickedRoundOf } from '../picked'

/** A panel in the run of edges that goes round a picked face beside the pick; of several faces in what they go round together. */
export function offerPanel(at: Situation): Offer[] {
  const of = at.picks.flatMap((pick): SavedTaken[] => {
    if (pick.reference !== undefined || pick.kind !== 'surface') return []
    const taken = at.picks.length === 1 ? pickedRoundOf(pick) : pickedEdgeOf(pick)
    return taken ? [taken] : []
  })
  // Two edges by themselves close only where both are curved.
  if (of.length === 0 || of.length === 2 || of.length < at.picks.length) return []
  const words = of.length === 1 ? 'fill the run of edges with a panel' : 'fill these edges with a panel'
  return [{ key: 'panel picked', words, picked: true, of: 'edge', steps: [newStep(at, 'panel', { of })] }]
}
