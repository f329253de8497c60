import { dot } from '../../geometry/vec'
import { newStep, type Offer, type Situation } from '../offer'

/** A drawing on the ground. */
export const startDrawing = (): Record<string, unknown> => ({ on: { base: 'ground', off: '0' }, shapes: [] })

/** A drawing midway between two flat faces that are picked. */
function between(at: Situation, one: Situation['picks'][number], other: Situation['picks'][number]): Offer[] {
  if ([one, other].some((p) => !p.kept || p.reference !== undefined || p.kind !== 'surface')) return []
  if (one.shape.kind !== 'plane' || other.shape.kind !== 'plane') return []
  if (Math.abs(Math.abs(dot(one.shape.normal, other.shape.normal)) - 1) > 1e-6) return []
  const on = { part: one.owner, face: one.kept!, and: { part: other.owner, face: other.kept! }, off: '0', datum: 'middle' } // prettier-ignore
  return [{ key: 'drawing midway', words: 'draw midway between these', picked: true, steps: [newStep(at, 'drawing', { on, shapes: [] })] }] // prettier-ignore
}

/** A drawing on the flat face of a part that is picked. */
export const offerDrawings = (at: Situation): Offer[] => {
  const [pick, second] = at.picks
  if (at.picks.length === 2) return between(at, pick!, second!)
  if (at.picks.length !== 1 || !pick || pick.reference !== undefined || pick.kind !== 'surface') return []
  if (pick.shape.kind !== 'plane' || !pick.kept) return []
  const on = { part: pick.owner, face: pick.kept, off: '0', datum: 'middle' }
  return [{ key: 'drawing picked', words: 'draw on this', picked: true, steps: [newStep(at, 'drawing', { on, shapes: [] })] }] // prettier-ignore
}
