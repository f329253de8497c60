import { boxSize } from '../../geometry/vec'
import { newStep, type Offer, often, type Situation } from '../offer'
import { pickedFaces } from '../picked'

/** The last part, closed all round. */
export function startHollow(at: Situation): Record<string, unknown> | undefined {
  const last = at.parts.at(-1)
  return last && { part: last.id }
}

/** The usual floor with a line over it, in lines: less is no tray. */
const LINES = 5

/** The part whose faces are picked, open there. */
export function offerHollow(at: Situation): Offer[] {
  const picked = pickedFaces(at)
  if (!picked) return []
  const { bounds } = at.parts.find((p) => p.id === picked.part) ?? {}
  // Its walls would fill a plate.
  if (bounds && Math.min(...boxSize(bounds)) < LINES * at.document.printer.line) return []
  const words = picked.many ? 'hollow the part, open at these faces' : 'hollow the part, open here'
  const offers: Offer[] = [{ key: 'hollow open', words, picked: true, of: 'part', steps: [newStep(at, 'hollow', { part: picked.part, open: picked.faces })] }] // prettier-ignore
  return at.picks.every((p) => p.shape.kind === 'plane') ? often(offers) : offers
}
