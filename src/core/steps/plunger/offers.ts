import { enclosures } from '../cases'
import { tongueSide } from '../press-tongue/side'
import { newStep, type Offer, type Situation } from '../offer'

export function startPlunger(at: Situation): Record<string, unknown> | undefined {
  const found = enclosures(at)[0]
  return found && { case: found.step, item: '' }
}

/** What works through the lid for the item that is picked: a plunger, a tongue of the lid, a light pipe. */
export const offerPlunger = (at: Situation): Offer[] => {
  const [pick] = at.picks
  return enclosures(at).flatMap(({ step, reference }): Offer[] => {
    if (pick?.reference !== reference.id || pick.owner === reference.board?.item) return []
    const item = pick.owner
    if (at.document.steps.some((s) => THROUGH.includes(s.kind) && !s.off && s.fields.item === item)) return []
    const offer = (kind: string, words: string, fields: Record<string, unknown> = {}): Offer => ({ key: `${kind} ${words} ${step}`, words, picked: true, steps: [newStep(at, kind, { case: step, item, ...fields })] }) // prettier-ignore
    const side = tongueSide(reference, item)
    return [
      offer('plunger', 'press it through the lid'),
      ...(side ? [offer('press-tongue', 'press it by a tongue of the lid', { side })] : []),
      offer('plunger', 'lead its light through the lid', { as: 'light', across: '3', gap: 'fit.snug', proud: '0', play: '0.3', flange: '0.8' }), // prettier-ignore
    ]
  })
}

const THROUGH = ['plunger', 'press-tongue']
