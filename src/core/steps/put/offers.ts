import type { Pick } from '../../fit/picks'
import { newStep, type Offer, type Situation } from '../offer'
import { pickedFaceOf } from '../picked'

/** The last part, a little to the right. */
export function startPut(at: Situation): Record<string, unknown> | undefined {
  const last = at.parts.at(-1)
  return last && { parts: [last.id], right: '10' }
}

/** The part that is picked, moved; of two picks the first one's part, face against face or axis in line with axis. */
export function offerPut(at: Situation): Offer[] {
  const [first, second, more] = at.picks
  const mine = first && pickedFaceOf(first, at.references)
  if (!first || !mine || !('part' in mine) || more) return []
  if (!second) return [{ key: 'put picked', words: 'put the part elsewhere', picked: true, of: 'part', steps: [newStep(at, 'put', { parts: [mine.part], right: '10' })] }] // prettier-ignore
  const to = pickedFaceOf(second, at.references)
  if (!to || ('part' in to && to.part === mine.part)) return []
  const offer = (how: string, words: string): Offer[] => [{ key: `put ${how}`, words, picked: true, of: 'part', steps: [newStep(at, 'put', { parts: [mine.part], how, mine: planeOf(first, mine), to: planeOf(second, to) })] }] // prettier-ignore
  if (first.shape.kind === 'plane' && second.shape.kind === 'plane') return offer('against', 'put the first part with its face against the second') // prettier-ignore
  return 'axis' in first.shape && 'axis' in second.shape ? offer('inline', 'put the first part in line with the second') : [] // prettier-ignore
}

const planeOf = ({ shape }: Pick, face: object) => ({ ...face, datum: 'middle', off: '0', ...(shape.kind === 'plane' ? {} : { at: 'middle' }) }) // prettier-ignore
