import { newStep, type Offer, type Situation } from './offer'

/** A step of a kind on the one flat face of a part that is picked. */
export function offerOnFlat({ picks, newId }: Situation, kind: string, words: string): Offer[] {
  const [pick, more] = picks
  if (!pick?.kept || more || pick.reference !== undefined || pick.shape.kind !== 'plane') return []
  return [{ key: kind, words, picked: true, steps: [newStep({ newId }, kind, { part: pick.owner, on: [pick.kept] })] }]
}
