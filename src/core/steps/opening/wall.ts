import type { CasedItem, Enclosure } from '../../enclosures/enclosure'
import type { Box3, Vec2 } from '../../geometry/vec'
import { meetings } from '../../profile/intersect'
import { line, type Profile } from '../../profile/segment'
import type { Side } from '../../references/board'
import { OUTWARDS } from '../../references/sides'
import { raise } from '../../result'
import { facingOf } from './facing'
import type { Wall } from './outline'

/**
 * How far from a point the last edge of a profile is met along a direction, mm; undefined if none is.
 */
function lastCrossing(profile: Profile, from: Vec2, direction: Vec2): number | undefined {
  const ray = line(from, [from[0] + direction[0] * 1e4, from[1] + direction[1] * 1e4])
  const reach = profile.loops
    .flat()
    .flatMap((s) => meetings(ray, s))
    .map((p) => (p[0] - from[0]) * direction[0] + (p[1] - from[1]) * direction[1])
  return reach.length === 0 ? undefined : Math.max(...reach)
}

/** The wall that is opened for an item, by where it is, or the one that is said. Errors: no-wall */
export function wallFor(item: CasedItem, said: Side | 'auto' | 'top' | 'bottom', e: Enclosure, gap: number): Wall {
  const { min, max } = item.box
  if (said === 'top') return { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], inside: e.roof, outside: e.top, start: e.parting, reach: max[2] } // prettier-ignore
  if (said === 'bottom') return { x: [1, 0, 0], y: [0, -1, 0], z: [0, 0, -1], inside: -e.floor, outside: -e.bottom, start: -e.parting, reach: -min[2] } // prettier-ignore
  const side = said === 'auto' ? (e.board.sides[item.id] ?? nearestSide(item.box, e.board.bounds)) : said
  const d = said === 'auto' ? facingOf(item.positions, item.indices, OUTWARDS[side], outOf(item.box, e)) : OUTWARDS[side] // prettier-ignore
  const span = spanOf(item.positions, d)
  return { x: [-d[1], d[0], 0], y: [0, 0, 1], z: [d[0], d[1], 0], ...wallSpan(e, span, d, gap), reach: span.reach }
}

/** From the middle of the board to an item. */
const outOf = ({ min, max }: Box3, { board: { bounds } }: Enclosure): Vec2 => [
  (min[0] + max[0] - bounds[0] - bounds[2]) / 2,
  (min[1] + max[1] - bounds[1] - bounds[3]) / 2,
]

/** How far an item reaches along a direction seen from above, and from left to right across it. */
interface Span {
  rear: number
  reach: number
  left: number
  right: number
}

function spanOf(positions: ArrayLike<number>, d: Vec2): Span {
  const span = { rear: Infinity, reach: -Infinity, left: Infinity, right: -Infinity }
  for (let i = 0; i < positions.length; i += 3) {
    const along = positions[i]! * d[0] + positions[i + 1]! * d[1]
    const across = positions[i + 1]! * d[0] - positions[i]! * d[1]
    span.rear = Math.min(span.rear, along)
    span.reach = Math.max(span.reach, along)
    span.left = Math.min(span.left, across)
    span.right = Math.max(span.right, across)
  }
  return span
}

/** So many places over an item's width are looked at for where the wall is. */
const LOOKS = 16

/**
 * Where the wall is, looking from the item's middle along the direction, over the width of its opening: from where it
 * comes furthest in to where it goes furthest out. Where a bent wall has ended beside the item, the cut starts behind it.
 */
function wallSpan(e: Enclosure, span: Span, d: Vec2, gap: number): { inside: number; outside: number; start: number } {
  // What stands out by more than half is looked at from its rear.
  const found = wallSeen(e, span, d, gap, (span.rear + span.reach) / 2) ?? wallSeen(e, span, d, gap, span.rear)
  return found ?? raise('no-wall', 'There is no wall on that side of the item; another side would do.', 'side')
}

function wallSeen(e: Enclosure, span: Span, d: Vec2, gap: number, along: number) {
  let [inside, outside, start] = [Infinity, -Infinity, along]
  for (let i = 0; i <= LOOKS; i++) {
    const across = span.left - gap + (i / LOOKS) * (span.right - span.left + 2 * gap)
    const from: Vec2 = [along * d[0] - across * d[1], along * d[1] + across * d[0]]
    const b = lastCrossing(e.outer, from, d)
    const walls = e.hollows.flatMap(({ outline }) => lastCrossing(outline, from, d) ?? [])
    if (walls.length > 0) inside = Math.min(inside, along + Math.min(...walls))
    else start = span.rear - gap
    if (b !== undefined) outside = Math.max(outside, along + b)
  }
  return Number.isFinite(inside) && Number.isFinite(outside) ? { inside, outside, start: Math.min(start, inside) - 0.5 } : undefined // prettier-ignore
}

function nearestSide(box: Box3, [x0, y0, x1, y1]: Enclosure['board']['bounds']): Side {
  const room: [Side, number][] = [
    ['front', box.min[1] - y0],
    ['back', y1 - box.max[1]],
    ['left', box.min[0] - x0],
    ['right', x1 - box.max[0]],
  ]
  return room.reduce((a, b) => (b[1] < a[1] ? b : a))[0]
}
