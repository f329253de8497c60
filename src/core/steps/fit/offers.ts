import type { SavedTaken } from '../../fields/taken-edges'
import type { Vec3 } from '../../geometry/vec'
import { DRAWING } from '../drawn'
import { newStep, type Offer, type Situation } from '../offer'
import { flatPick, hasRoom, pickedRoundOf } from '../picked'

/** Room for what is drawn last, where something is drawn. */
export function startFit({ left, parts }: Situation): Record<string, unknown> {
  const last = left.findLast((l) => l.token === DRAWING.name)
  const only = parts.length === 1 ? [parts[0]!.id] : []
  return last ? { by: 'drawing', drawing: last.step, parts: only } : { parts: only }
}

/** The part that lies nearest to a place by its box, as a list; none where that is not known. */
function nearestTo(place: Vec3, parts: Situation['parts']): string[] {
  if (parts.length < 2) return parts.map((p) => p.id)
  const off = ({ bounds }: Situation['parts'][number]) => bounds ? Math.hypot(...place.map((v, k) => Math.max(0, bounds.min[k]! - v, v - bounds.max[k]!))) : Infinity // prettier-ignore
  const [first, second] = parts.toSorted((a, b) => off(a) - off(b))
  return off(first!) < off(second!) ? [first!.id] : []
}

/** With its gap a plug for what is narrower would be none, mm. */
const LEAST = 1

const WITH = { picked: true, of: 'part' } as const

/** Room in another part for what ends in the face that is picked; a plug for the opening whose rim is beside the pick. */
export function offerFit(at: Situation): Offer[] {
  const picked = flatPick(at)
  if (!picked) return []
  const { pick, face } = picked
  const others = at.parts.filter((p) => !('part' in face) || p.id !== face.part)
  const run: SavedTaken = ('part' in face && pickedRoundOf(pick)) || face
  const around = newStep(at, 'fit', { way: 'around', of: [run], parts: nearestTo(pick.point, others) })
  const inside = newStep(at, 'fit', { way: 'inside', of: [run] })
  return [
    ...(others.length > 0 ? [{ key: 'fit around', words: 'make room for it', ...WITH, steps: [around] }] : []),
    ...(hasRoom(pick, [LEAST, LEAST])
      ? [{ key: 'fit inside', words: 'make a plug for it', ...WITH, steps: [inside] }]
      : []),
  ]
}
