import { enclosures } from './cases'
import { newStep, type Offer, type OfferedReference, type Situation } from './offer'

/** What presses or lights an item through the lid of its case, by the field that names the item. */
const THROUGH = ['plunger', 'press-tongue']

/** For the item that is picked, unless something works through the lid for it already: what a kind of step offers. */
export const offerThroughLid = (
  at: Situation,
  kind: string,
  offered: (
    reference: OfferedReference,
    item: string,
  ) => readonly (readonly [words: string, fields: Record<string, unknown>])[],
): Offer[] => {
  const [pick] = at.picks
  return enclosures(at).flatMap(({ step, reference }): Offer[] => {
    if (pick?.reference !== reference.id || pick.owner === reference.board?.item) return []
    const item = pick.owner
    if (at.document.steps.some((s) => THROUGH.includes(s.kind) && !s.off && s.fields.item === item)) return []
    return offered(reference, item).map(([words, fields]) => ({ key: `${kind} ${words} ${step}`, words, picked: true, steps: [newStep(at, kind, { case: step, item, ...fields })] })) // prettier-ignore
  })
}

/** A step for an item that is still to be chosen. */
export function startThroughLid(at: Situation): Record<string, unknown> | undefined {
  const found = enclosures(at)[0]
  return found && { case: found.step, item: '' }
}
