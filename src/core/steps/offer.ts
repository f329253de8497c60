import type { Left } from '../built/built'
import type { Edit } from '../document/edits'
import type { Project, ProjectStep } from '../document/schema'
import type { Pick } from '../fit/picks'
import type { Placement } from '../geometry/placement'
import type { Box3, Vec2 } from '../geometry/vec'
import type { Board } from '../references/board'

/** Where a reference stands, and how its file is sized. */
export interface Placed {
  id: string
  placement: Placement
  sized: number
}

/** A reference as far as offers look at it. */
export interface OfferedReference extends Placed {
  name: string
  board?: Board
  items: readonly { id: string; name: string; state: string; made?: string; own?: Box3 }[]
  /** Takes a frame in which the board lies flat to the project's; the same object as the identity where it does. */
  stand?: Placement
}

/** What there is when something is to be offered. */
export interface Situation {
  document: Project
  references: readonly OfferedReference[]
  parts: readonly { id: string; name: string; bounds?: Box3; print?: Placement }[]
  /** What steps have left for later ones. */
  left: readonly Left[]
  /** What is picked in the scene, the first first. */
  picks: readonly Pick[]
  /** A place in a region of a drawing that is pointed at, mm on its plane. */
  region?: { step: string; at: Vec2 } | undefined
  /** Two parts that cut into each other, where what would mend that is asked for. */
  clash?: readonly [string, string]
  newId: () => string
}

/** What an offer is good for: places that offer one thing ask for it by this. */
export type Goal =
  | 'wrap'
  | 'stand'
  | 'stand screwed'
  | 'rest'
  | 'rest free'
  | 'hold'
  | 'hang'
  | 'close'
  | 'close at corners'
  | 'snap'
  | 'seal'
  | 'magnets'
  | 'pins'
  | 'hinge'
  | 'slide'
  | 'let out'
  | 'draw out'
  | 'of a region'
  | 'divide face'
  | 'holes'

/** Something that could be done next, in the words in which sheet, search and scene offer it. */
export interface Offer {
  /** Stays the same as long as it is the same offer. */
  key: string
  words: string
  goal?: Goal
  /** Of offers that are made together all can be taken at once, by these words. */
  together?: string
  /** It is about what is picked. */
  picked?: boolean
  /** What of the pick it is about, if not something to do on the face: the face itself changed by hand, the edge beside it, all of its part, or what it stands or is sunk there with. */
  of?: 'hand' | 'edge' | 'part' | 'feature'
  /** It is what makers want most with such a pick, and stands where not all is listed. */
  often?: true
  /** The check whose finding about what is picked it mends. */
  mends?: string
  /** The step whose finding that is, where a finding is about one. */
  about?: string
  /** The reference that it is about. */
  reference?: string
  steps: readonly ProjectStep[]
  /** The step that they have to come before, where something would be used up there; else they come last. */
  before?: string | undefined
  /** What else changes with it. */
  edit?: Edit
}

/** What makers want most with such a pick. */
export const often = (offers: readonly Offer[]): Offer[] => offers.map((o) => ({ ...o, often: true }))

/** A step as it is begun. */
export const newStep = (at: Pick2<Situation, 'newId'>, kind: string, fields: Record<string, unknown>): ProjectStep => ({
  id: at.newId(),
  kind,
  off: false,
  fields: fields as ProjectStep['fields'],
})
type Pick2<T, K extends keyof T> = { [P in K]: T[P] }
