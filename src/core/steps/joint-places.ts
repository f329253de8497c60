import type { PlacesOn } from '../built/built'
import { placesFor } from '../divide/places'
import type { Seam } from '../divide/seam'
import { liesIn } from '../divide/socket'
import { countField } from '../fields/number'
import { type Spot, spotsField } from '../fields/spots'
import { movedAlong } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { raise } from '../result'
import { evenPlaces, type Facing, facingOf, type Pieces, type Stand, standOn } from './joints'

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
  also?: (on: Standing) => boolean
}

/** Both sides are looked at from the piece that has not been: what is put into the own piece. */
export const back = ({ seam, own }: Facing): Facing => facingOf(seam, own === seam.behind ? 'front' : 'behind')

/** Places of a joint at one cut, on the plane of that; at several they are not dragged. */
export const placesAt = (seams: readonly Seam[], at: readonly Vec2[]): { places?: PlacesOn } =>
  seams.length === 1
    ? { places: { field: 'at', frame: movedAlong(seams[0]!.frame, [0, 0, seams[0]!.ends[0]]), at } }
    : {}

/** A place on a cut: what is put there from the piece behind it, and from the other. */
export interface Standing extends Spot {
  own: Stand
  back: Stand
}

/**
 * Places on a cut that have the room: those that are given, or proposed ones.
 * Errors: no-room, uneven
 */
export function spotsOn(
  v: { count: number; at: readonly Spot[] },
  facing: Facing,
  wanted: Wanted,
  pieces: Pieces,
  kernel: Kernel,
  notes: string[],
): readonly Standing[] {
  const { said, clear, into, field, across, least } = wanted
  const { seam } = facing
  const lies = (room: Solid | undefined, { frame }: Stand, piece: string) => !room || liesIn(kernel, kernel.place(room, frame), pieces.get(piece)) // prettier-ignore
  const standing = (spot: Spot): Standing | undefined => {
    const [own, other] = [standOn(facing, spot.at, clear), standOn(back(facing), spot.at, clear)]
    return own && other && { ...spot, own, back: other }
  }
  const fits = (on: Standing): boolean =>
    kernel.scoped(
      () => lies(into, on.own, facing.other) && lies(wanted.back, on.back, facing.own) && (!wanted.also || wanted.also(on)), // prettier-ignore
      () => [],
    )
  if (v.at.length > 0) {
    const given = v.at.map((spot, i) => standing(spot) ?? raise('uneven', `The cut is too steep or uneven at place ${i + 1} for ${said}. Another place would do, or a smaller one.`, 'at')) // prettier-ignore
    const bad = given.findIndex((on) => !fits(on))
    if (bad >= 0) raise('no-room', `Place ${bad + 1} at cut ${seam.name} has no room for ${said}. Another place would do, or a smaller one.`, 'at') // prettier-ignore
    return given
  }
  const all = evenPlaces(facing, clear)
  const places = placesFor(all, v.count, clear, (at) => {
    const on = standing({ at, name: '' })
    return on !== undefined && fits(on)
  })
  if (places.length === 0) {
    const room = all[0]?.room ?? 0
    const most = Math.floor(10 * (across + 2 * (room - clear))) / 10
    const instead = room > clear ? 'A shorter one may fit.' : most >= least ? `Up to ${most.toFixed(1)} mm across would fit the cut.` : 'Another kind of joint, or none, would do.' // prettier-ignore
    raise('no-room', `Cut ${seam.name} has no place for ${said}. ${instead}`, field)
  }
  if (places.length < v.count) notes.push(`Cut ${seam.name} has room for ${places.length} of ${v.count}.`)
  return places.map((at, k) => standing({ at, name: `${k + 1}` })!)
}
