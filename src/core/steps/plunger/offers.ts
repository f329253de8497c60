import { enclosures } from '../cases'
import { newStep, type Offer, type Situation } from '../offer'

export function startPlunger(at: Situation): Record<string, unknown> | undefined {
  const found = enclosures(at)[0]
  return found && { case: found.step, item: '' }
}

/** A plunger for the item that is picked. */
export const offerPlunger = (at: Situation): Offer[] => {
  const [pick] = at.picks
  return enclosures(at).flatMap(({ step, reference }): Offer[] => {
    if (pick?.reference !== reference.id || pick.owner === reference.board?.item) return []
    const there = at.document.steps.some((s) => s.kind === 'plunger' && !s.off && s.fields.item === pick.owner)
    return there ? [] : [{ key: `plunger ${step}`, words: 'press it through the lid', picked: true, steps: [newStep(at, 'plunger', { case: step, item: pick.owner })] }] // prettier-ignore
  })
}
