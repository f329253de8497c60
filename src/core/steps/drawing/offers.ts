import { newStep, type Offer, type Situation } from '../offer'

/** A drawing on the ground. */
export const startDrawing = (): Record<string, unknown> => ({ on: { base: 'ground', off: '0' }, shapes: [] })

/** A drawing on the flat face of a part that is picked. */
export const offerDrawings = (at: Situation): Offer[] => {
  const [pick] = at.picks
  if (at.picks.length !== 1 || !pick || pick.reference !== undefined || pick.kind !== 'surface') return []
  if (pick.shape.kind !== 'plane' || !pick.kept) return []
  const on = { part: pick.owner, face: pick.kept, off: '0', datum: 'middle' }
  return [{ key: 'drawing picked', words: 'draw on this', picked: true, steps: [newStep(at, 'drawing', { on, shapes: [] })] }] // prettier-ignore
}
