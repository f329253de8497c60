import type { Placement } from '../geometry/placement'
import type { Profile } from '../profile/segment'

/** What a case leaves for the steps that work on it. Lengths mm, in the frame in which its board lies flat. */
export interface Enclosure {
  reference: string
  base: string
  lid: string
  /** The inside and the outside seen from above. */
  cavity: Profile
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

export const isEnclosure = (data: unknown): data is Enclosure =>
  typeof data === 'object' && data !== null && 'cavity' in data && 'parting' in data
