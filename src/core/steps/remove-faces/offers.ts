import { offerOnFaces } from '../by-hand'
import type { Offer, Situation } from '../offer'

/** Faces of a part that are picked: what they belong to taken off, or they themselves where they are rounded or bevelled edges. */
export function offerRemoveFaces(at: Situation): Offer[] {
  const all = (is: 'stands' | 'edged', words: string) => (at.picks.every((p) => p[is]) ? words : undefined)
  return [
    ...offerOnFaces(at, 'remove-faces', (_, many) => all('stands', many ? 'remove these' : 'remove it'), {}, 'feature'),
    ...offerOnFaces(at, 'remove-faces', (_, many) => all('edged', many ? 'make these edges sharp again' : 'make this edge sharp again'), { what: 'edge' }), // prettier-ignore
  ]
}
