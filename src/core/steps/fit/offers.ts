import type { SavedTaken } from '../../fields/taken-edges'
import { DRAWING } from '../drawn'
import { newStep, type Offer, type Situation } from '../offer'
import { flatPick, pickedRoundOf } from '../picked'

/** Room for what is drawn last, where something is drawn. */
export function startFit({ left, parts }: Situation): Record<string, unknown> {
  const last = left.findLast((l) => l.token === DRAWING.name)
  const only = parts.length === 1 ? [parts[0]!.id] : []
  return last ? { by: 'drawing', drawing: last.step, parts: only } : { parts: only }
}

const WITH = { picked: true, of: 'part' } as const

/** Room in another part for what ends in the face that is picked; a plug for the opening whose rim is beside the pick. */
export function offerFit(at: Situation): Offer[] {
  const picked = flatPick(at)
  if (!picked) return []
  const { pick, face } = picked
  const others = at.parts.filter((p) => !('part' in face) || p.id !== face.part)
  const run: SavedTaken = ('part' in face && pickedRoundOf(pick)) || face
  const around = newStep(at, 'fit', { way: 'around', of: [run], parts: others.length === 1 ? [others[0]!.id] : [] })
  const inside = newStep(at, 'fit', { way: 'inside', of: [run] })
  return [
    ...(others.length > 0 ? [{ key: 'fit around', words: 'make room for it', ...WITH, steps: [around] }] : []),
    { key: 'fit inside', words: 'make a plug for it', ...WITH, steps: [inside] },
  ]
}
