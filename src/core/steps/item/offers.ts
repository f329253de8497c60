import { setItemState } from '../../document/edits'
import { newStep, type Offer, type Situation } from '../offer'

/** So many parts are offered one by one to cut an item's room out of. */
const OFFERED = 3

/** The first item of what was gathered first. */
export function startItem(at: Situation): Record<string, unknown> | undefined {
  const [reference] = at.references
  const item = reference?.items.find((i) => i.state === 'fitted')
  return reference && item && { reference: reference.id, item: item.id }
}

/** The item that is picked, taken over as a part, which then stands instead of it, or its room cut out of parts. */
export function offerItem(at: Situation): Offer[] {
  const [pick] = at.picks
  if (at.picks.length !== 1 || pick?.reference === undefined) return []
  const { reference, owner: item } = pick
  if (!at.references.some((r) => r.id === reference && r.items.some((i) => i.id === item))) return []
  const own = { reference, item }
  return [
    {
      key: 'item picked',
      words: 'take it over as a part',
      picked: true,
      steps: [newStep(at, 'item', own)],
      edit: setItemState(reference, item, 'left-out'),
    },
    ...at.parts.slice(0, OFFERED).map((part): Offer => ({
      key: `item picked ${part.id}`,
      words: `cut its room out of ${part.name}`,
      picked: true,
      mends: 'collision',
      steps: [newStep(at, 'item', { ...own, gap: 'fit.sliding', how: 'take', parts: [part.id] })],
    })),
  ]
}
