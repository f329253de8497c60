import { token } from '../fields/field-kind'
import type { Placement } from '../geometry/placement'
import type { Profile } from '../profile/segment'
import type { Board, Side } from '../references/board'
import type { Situation } from './offer'

/** A stretch of the inside: its outline seen from above, between two heights. */
export interface Hollow {
  outline: Profile
  from: number
  to: number
}

/** What a case leaves for the steps that work on it. Lengths mm, in the frame in which its board lies flat. */
export interface Enclosure {
  reference: string
  /** Part ids. */
  base: string
  lid: string
  board: { item: string; under: number; bounds: Board['bounds']; sides: Readonly<Record<string, Side>> }
  /** The inside, wider where items are taken in, and the outside seen from above. */
  hollows: readonly Hollow[]
  outer: Profile
  /** Heights, from the underside of the floor to the top of the roof. */
  bottom: number
  floor: number
  parting: number
  roof: number
  top: number
  wall: number
  clear: number
  /** Takes the frame of the board to the project's. */
  stand: Placement
}

/** Items that reach over the edge by less than this are taken in; more, and they are let out by an opening, mm. */
export const WORTH_AN_OPENING = 0.8

export const ENCLOSURE = token<Enclosure>('enclosure', 'case')

/** The cases that there are, with the references they are wrapped round. */
export const enclosures = ({ left, references }: Situation) =>
  left.flatMap(({ step, token: name, reference }) => {
    const found = name === ENCLOSURE.name ? references.find((r) => r.id === reference) : undefined
    return found ? [{ step, reference: found }] : []
  })
