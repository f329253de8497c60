import { newStep, type Offer, type Situation } from '../offer'

/** The last part, closed all round. */
export function startHollow(at: Situation): Record<string, unknown> | undefined {
  const last = at.parts.at(-1)
  return last && { part: last.id }
}

/** The part whose faces are picked, open there. */
export function offerHollow({ picks, newId }: Situation): Offer[] {
  const [first] = picks
  const open = picks.flatMap((p) => (p.reference === undefined && p.owner === first?.owner && p.kept && p.kind === 'surface' ? [p.kept] : [])) // prettier-ignore
  if (!first || open.length < picks.length) return []
  return [{ key: 'hollow open', words: open.length > 1 ? 'hollow the part, open at these faces' : 'hollow the part, open here', picked: true, of: 'part', steps: [newStep({ newId }, 'hollow', { part: first.owner, open })] }] // prettier-ignore
}
