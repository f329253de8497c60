import type { Enclosure } from '../../enclosures/enclosure'
import { type Place, placesOnSides } from '../../enclosures/wall-places'
import type { Vec2 } from '../../geometry/vec'
import { boundsOf } from '../../profile/measure'
import { directionAt } from '../../profile/segment'
import type { Side } from '../../references/board'
import { axisAlong, lengthAlong, OUTWARDS } from '../../references/sides'
import { raise } from '../../result'
import type { RailsValues } from './fields'

/** The walls beside the way in. */
const BESIDE: Readonly<Record<Side, readonly [Side, Side]>> = { left: ['front', 'back'], right: ['front', 'back'], front: ['left', 'right'], back: ['left', 'right'] } // prettier-ignore

/** Heights and depths of a pair of rails where the case lies flat, mm. Depths are from the inside of the wall. */
export interface Rail {
  /** In the middle of the straight wall that it runs along. */
  place: Place
  /** The board's edge, and how deep the rails reach. */
  edge: number
  deep: number
  /** Where the slope of the upper rail passes the inside of the wall, and the top of it. */
  slope: number
  top: number
}

/** An upper rail is so high over where its slope ends, mm. */
const OVER_SLOPE = 1.2
/** Room that what stands on the board is left beside a rail, mm. */
const CLEAR = 0.3

/**
 * The rails of the two walls beside the way in. The upper one slopes by 45 degrees, so that it prints over nothing; its
 * slope keeps the gap off the edge of the board.
 * Errors: no-wall, parting, blocked
 */
export function railsOf(v: RailsValues, e: Enclosure): Rail[] {
  const along = axisAlong(v.side) === 0 ? 1 : 0
  return BESIDE[v.side].map((side): Rail => {
    const [place] = placesOnSides(e, { sides: side, count: 1, shift: 0 }, 0.6 * lengthAlong(boundsOf(e.board.outline), along), 'side') // prettier-ignore
    const edge = out(place!, place!.at) - e.wall - reach(place!.out, boundsOf(e.board.outline))
    const slope = e.board.top + v.gap * Math.SQRT2 - edge
    const rail = { place: place!, edge, deep: edge + v.grip, slope, top: slope + edge + v.grip + OVER_SLOPE }
    if (rail.top > e.parting) raise('parting', `The rails end at ${rail.top.toFixed(1)} mm, and the case parts at ${e.parting.toFixed(1)} mm. A case that parts from ${rail.top.toFixed(1)} mm on, or rails that reach less over the board, would do.`, 'case') // prettier-ignore
    inTheWay(rail, v, e)
    return rail
  })
}

const out = ({ out: [dx, dy] }: Place, [x, y]: Vec2): number => dx * x + dy * y

/** How far a box reaches along a main direction, seen from above. */
const reach = ([dx, dy]: Vec2, [x0, y0, x1, y1]: readonly [number, number, number, number]): number => Math.max(dx * x0 + dy * y0, dx * x1 + dy * y1) // prettier-ignore

/** All of the board's length passes all of the rails. */
function inTheWay({ place, edge, deep, slope, top }: Rail, v: RailsValues, e: Enclosure): void {
  const inside = out(place, place.at) - e.wall
  const heights = [[e.floor, e.board.under - 1e-3], [Math.max(slope, e.board.top), top]] as const // prettier-ignore
  const deepOf = ({ box: { min, max } }: Enclosure['items'][number]) => inside - reach(place.out, [min[0], min[1], max[0], max[1]]) // prettier-ignore
  const found = e.items
    .filter(({ box }) => heights.some(([low, high]) => box.min[2] < high && box.max[2] > low))
    .map((item) => ({ name: item.name, at: deepOf(item) }))
    .sort((a, b) => a.at - b.at)[0]
  if (!found || found.at >= deep + CLEAR) return
  const room = found.at - CLEAR - edge
  raise('blocked', `${found.name} is ${Math.max(0, found.at - edge).toFixed(1)} mm from the edge, and would run into the rails. ${room >= 0.3 ? `Up to ${room.toFixed(1)} mm over the edge` : 'Letting it in by another side, or a ledge,'} would do.`, room >= 0.3 ? 'grip' : 'side') // prettier-ignore
}

/** Along the way in: where the room ends that the board slides to, and where the straight walls end, from where it comes. */
export function runOf({ side }: RailsValues, e: Enclosure, rails: readonly Rail[]): { closed: number; open: number } {
  const [dx, dy] = OUTWARDS[side]
  const ahead = ([x, y]: Vec2) => dx * x + dy * y
  const ends = (p: Place) =>
    e.outer.loops.flat().flatMap((s) => {
      const [tx, ty] = directionAt(s, 0.5)
      const on = s.kind === 'line' && Math.abs(ty * p.out[0] - tx * p.out[1]) > 1 - 1e-6 && Math.abs(out(p, s.a) - out(p, p.at)) < 1e-6 // prettier-ignore
      return on ? [Math.max(ahead(s.a), ahead(s.b))] : []
    })
  const least = -reach([-dx, -dy], boundsOf(e.outer))
  const inner = reach([dx, dy], boundsOf(e.hollows[0]!.outline))
  return { closed: least + e.wall, open: Math.min(inner, ...rails.map(({ place }) => Math.max(...ends(place)))) }
}
