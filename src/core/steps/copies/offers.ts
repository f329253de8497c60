import { newStep, type Offer, type Situation } from '../offer'
import { atHolesLike, pickedFaceOf } from '../picked'

/** The last part, mirrored at the upright plane through the origin. */
export function startCopies(at: Situation): Record<string, unknown> | undefined {
  const last = at.parts.at(-1)
  return last && { part: last.id, how: 'mirror', at: { base: 'side', off: '0' } }
}

/** The part whose flat face is picked, mirrored at it; whose round face is picked, in a ring about its axis; picked before a hole of something else, at all such holes. */
export function offerCopies(at: Situation): Offer[] {
  const [pick, more] = at.picks
  const holes = atHolesLike(at)
  if (holes && at.parts.some((p) => p.id === pick!.owner) && more!.owner !== pick!.owner)
    return [{ key: 'copies holes', words: 'copy the first to all holes like the second', picked: true, of: 'part', steps: [newStep(at, 'copies', { part: pick!.owner, ...holes })] }] // prettier-ignore
  const face = pick && !more ? pickedFaceOf(pick, at.references) : undefined
  if (!pick || !face || !('part' in face)) return []
  const offer = (key: string, words: string, fields: object): Offer[] => [{ key, words, picked: true, of: 'part', steps: [newStep(at, 'copies', { part: face.part, ...fields })] }] // prettier-ignore
  if (pick.shape.kind === 'plane') return offer('copies mirror', 'mirror the part here', { how: 'mirror', at: { ...face, datum: 'middle', off: '0' } }) // prettier-ignore
  return 'axis' in pick.shape ? offer('copies ring', 'copy the part round this axis', { how: 'ring', count: '4', at: { ...face, datum: 'middle', at: 'middle', off: '0' } }) : [] // prettier-ignore
}
