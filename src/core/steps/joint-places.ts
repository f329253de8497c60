import type { PlacesOn } from '../built/built'
import { placesFor, roomIn } from '../divide/places'
import type { Seam } from '../divide/seam'
import { liesIn } from '../divide/socket'
import { countField } from '../fields/number'
import { type Spot, spotsField } from '../fields/spots'
import { movedAlong } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { raise } from '../result'
import { atPlace, type Facing, facingOf, type Pieces } from './joints'

/** Where things are put on cuts. */
export const placesFields = {
  count: countField('How many at each cut', '2', 1, 40),
  at: spotsField('Places'),
}

export const PLACES_NOTES = {
  count: 'where no places are given: so many, as far apart as the cut lets them be',
  at: 'on the plane of the cut, as in a drawing',
}

export const placesWords = [
  { field: 'count', after: ' at each cut,' },
  { field: 'at', rare: true, before: 'at', after: ',' },
] as const

/** What is put on a cut. Lengths mm. */
export interface Wanted {
  /** In the maker's words, with its figures: `Ø 5.0 mm, 7.0 mm deep`. */
  said: string
  /** Half of its width, the wall round it with it. */
  clear: number
  /** The field of its width, how much of that is not wall or gap, and the least that can be had. */
  field: string
  across: number
  least: number
  /** The room that it asks for in the piece that z leads into, at the height where the own piece ends; none: not looked at. */
  into?: Solid
  /** And in the own piece, seen from the other. */
  back?: Solid
  /** What else is asked of a place. */
  also?: (at: Vec2) => boolean
}

/** Both sides are looked at from the piece that has not been: what is put into the own piece. */
export const back = ({ seam, own }: Facing): Facing => facingOf(seam, own === seam.behind ? 'front' : 'behind')

/** Places of a joint at one cut, on the plane of that; at several they are not dragged. */
export const placesAt = (seams: readonly Seam[], at: readonly Vec2[]): { places?: PlacesOn } =>
  seams.length === 1
    ? { places: { field: 'at', frame: movedAlong(seams[0]!.frame, [0, 0, seams[0]!.ends[0]]), at } }
    : {}

/**
 * Places on a cut that have the room: those that are given, or proposed ones.
 * Errors: no-room
 */
export function spotsOn(
  v: { count: number; at: readonly Spot[] },
  facing: Facing,
  wanted: Wanted,
  pieces: Pieces,
  kernel: Kernel,
  notes: string[],
): readonly Spot[] {
  const { said, clear, into, field, across, least } = wanted
  const { seam } = facing
  const lies = (room: Solid | undefined, side: Facing, at: Vec2) => !room || liesIn(kernel, kernel.place(room, atPlace(side, at, side.ends[0])), pieces.get(side.other)) // prettier-ignore
  const fits = (at: Vec2): boolean =>
    kernel.scoped(
      () => lies(into, facing, at) && lies(wanted.back, back(facing), at) && (!wanted.also || wanted.also(at)),
      () => [],
    )
  if (v.at.length > 0) {
    const bad = v.at.findIndex(({ at }) => !fits(at))
    if (bad >= 0) raise('no-room', `Place ${bad + 1} at cut ${seam.name} has no room for ${said}. Another place would do, or a smaller one.`, 'at') // prettier-ignore
    return v.at
  }
  const all = roomIn(facing.section)
  const places = placesFor(all, v.count, clear, fits)
  if (places.length === 0) {
    const room = all[0]?.room ?? 0
    const most = Math.floor(10 * (across + 2 * (room - clear))) / 10
    const instead = room > clear ? 'A shorter one may fit.' : most >= least ? `Up to ${most.toFixed(1)} mm across would fit the cut.` : 'Another kind of joint, or none, would do.' // prettier-ignore
    raise('no-room', `Cut ${seam.name} has no place for ${said}. ${instead}`, field)
  }
  if (places.length < v.count) notes.push(`Cut ${seam.name} has room for ${places.length} of ${v.count}.`)
  return places.map((at, k) => ({ at, name: `${k + 1}` }))
}
