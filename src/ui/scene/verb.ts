import type { KeptEdge } from '@/core/document/pick-schema'
import type { SavedTaken } from '@/core/fields/taken-edges'
import type { Offer } from '@/core/steps/offer'

/** What verbs are about, in the order in which they are listed, with what that is called. */
export const ABOUT = {
  divide: 'Divide it',
  face: 'This face',
  hand: 'Change it',
  edge: 'Its edge',
  feature: 'What it is of',
  part: 'The part',
  look: 'Look, mark',
} as const

/** Something that can be done with a pick: its words, the doing, what it is about (the face, if nothing is said), which edges, and whether it is among what makers want most. */
export type Verb = [
  words: string,
  act: () => void,
  about?: keyof typeof ABOUT,
  edges?: readonly SavedTaken[] | undefined,
  often?: boolean,
]

/** What an offer comes to as a verb. @param take takes it up */
export const offeredVerb = (offer: Offer, take: (offer: Offer) => void): Verb => [
  offer.words,
  () => take(offer),
  offer.of ?? 'face',
  offeredEdges(offer),
  offer.often === true,
]

/** The edges of parts that an offer is about. */
function offeredEdges({ of: about, steps: [step] }: Offer): readonly SavedTaken[] | undefined {
  if (about !== 'edge' || !step) return undefined
  const { of, run, on, part, edges } = step.fields as { of?: SavedTaken[]; run?: SavedTaken[]; part?: string; edges?: KeptEdge[]; on?: { part: string; along: Extract<SavedTaken, { edge: unknown }>['edge'] } } // prettier-ignore
  if (part !== undefined && edges) return edges.map((edge) => ({ part, edge }))
  return of ?? run ?? (on && [{ part: on.part, edge: on.along }])
}
