import type { Pick } from '../fit/picks'
import { newStep, type Offer, type Situation } from './offer'
import { hasRoom } from './picked'

/** A step of a kind on the one flat face of a part that is picked. @param least how long that has to be both ways, mm @param begun with what it is begun there */
export function offerOnFlat(
  { picks, newId }: Situation,
  kind: string,
  words: string,
  least = 0,
  begun: (pick: Pick) => object = () => ({}),
): Offer[] {
  const [pick, more] = picks
  if (!pick?.kept || more || pick.reference !== undefined || pick.shape.kind !== 'plane' || !hasRoom(pick, [least, least])) return [] // prettier-ignore
  return [{ key: kind, words, picked: true, steps: [newStep({ newId }, kind, { part: pick.owner, on: [pick.kept], ...begun(pick) })] }] // prettier-ignore
}
