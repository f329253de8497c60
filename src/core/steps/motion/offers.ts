import { newStep, type Offer, type Situation } from '../offer'
import { pickedFaceOf } from '../picked'

/** The last part, sliding upwards. */
export function startMotion(at: Situation): Record<string, unknown> | undefined {
  const last = at.parts.at(-1)
  return last && { part: last.id, at: { base: 'ground', off: '0' } }
}

/** The part whose flat face is picked slides square to it; the one whose round face is picked turns about its axis. */
export function offerMotion(at: Situation): Offer[] {
  const [pick, more] = at.picks
  const face = pick && !more ? pickedFaceOf(pick, at.references) : undefined
  if (!pick || !face || !('part' in face)) return []
  const offer = (key: string, words: string, fields: object): Offer => ({ key, words, picked: true, of: 'part', steps: [newStep(at, 'motion', { part: face.part, ...fields })] }) // prettier-ignore
  if (pick.shape.kind === 'plane') return [offer('motion slide', 'let it slide this way', { at: { ...face, datum: 'middle', off: '0' } })] // prettier-ignore
  const axis = { ...face, datum: 'middle', at: 'middle', off: '0' }
  return 'axis' in pick.shape
    ? [
        offer('motion turn', 'let it turn about this axis', { how: 'turn', at: axis }),
        offer('motion slide', 'let it slide along this axis', { at: axis }),
      ]
    : []
}
