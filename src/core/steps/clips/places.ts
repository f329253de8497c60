import type { Enclosure } from '../../enclosures/enclosure'
import type { Place } from '../../enclosures/wall-places'
import { apply, type Placement } from '../../geometry/placement'
import { boxesMeet, boxOfPositions, type Box3 } from '../../geometry/vec'
import { meetings } from '../../profile/intersect'
import { gap2, line } from '../../profile/segment'
import { raise } from '../../result'
import type { ClipsValues } from './fields'

/** Where things are at an arm; depths are from the board's edge outwards, heights where the board lies flat, mm. */
export interface ClipSizes {
  /** Inside and outside of the wall, and how far the wall is thickened outwards. */
  inside: number
  wall: number
  pad: number
  /** Up to where an arm goes as it bends, with a little room. */
  need: number
  /** The top of the arm, and of its catch where that reaches farthest. */
  top: number
  tip: number
}

/** Height of a catch at its tip, mm. */
const CATCH = 0.6
/** Room behind an arm that is bent as far as it has to, mm. */
const BEHIND = 0.2
/** The board's edge may come and go by this along an arm, mm. */
const STRAIGHT = 0.02

/**
 * Errors: edge (the board's edge is not straight along an arm), parting (the wall is let in above where it ends)
 */
export function clipSizes(v: ClipsValues, e: Enclosure, place: Place, lineWide: number): ClipSizes {
  const wall = edgeBehind(v, e, place)
  const inside = wall - e.wall
  const need = v.gap + v.thick + v.overlap + BEHIND
  const pad = Math.max(0, need + 2 * lineWide - wall)
  const tip = e.board.top + v.play + CATCH
  const top = tip + (v.gap + v.overlap) / Math.tan((v.lead * Math.PI) / 180)
  if (need > inside && top > e.parting) raise('parting', `The arms end at ${top.toFixed(1)} mm, and the wall that gives them room parts at ${e.parting.toFixed(1)} mm. A case that parts from ${top.toFixed(1)} mm on would do, or ${(need - inside).toFixed(1)} mm more clearance round the board.`, 'case') // prettier-ignore
  if (top > e.roof) raise('no-room', `The arms end at ${top.toFixed(1)} mm, and the roof begins at ${e.roof.toFixed(1)} mm; ${(top - e.roof).toFixed(1)} mm more clearance above would do.`, 'case') // prettier-ignore
  return { inside, wall, pad, need, top, tip }
}

/** How far behind the outside of the wall the board's edge is, mm. */
function edgeBehind(v: ClipsValues, e: Enclosure, { at: [x, y], out: [dx, dy] }: Place): number {
  const far = 1e4
  const hit = (along: number) => {
    const from = [x - dy * along, y + dx * along] as const
    const ray = line(from, [from[0] - dx * far, from[1] - dy * far])
    const found = e.board.outline.loops.flat().flatMap((s) => meetings(ray, s))
    return Math.min(Infinity, ...found.map((p) => gap2(p, from)))
  }
  const behind = [-0.5, -0.25, 0, 0.25, 0.5].map((share) => hit(share * v.long))
  const [least, most] = [Math.min(...behind), Math.max(...behind)]
  if (most - least > STRAIGHT) raise('edge', 'The board’s edge is not straight along an arm there. A shorter arm, other sides, or moving them along the wall would do.', 'shift') // prettier-ignore
  return least
}

/** Room between an arm and what stands beside it, mm. */
const BESIDE = 0.3

/** Errors: blocked (an item stands where a catch, an arm or a rest has to be) */
export function inTheWay(
  e: Enclosure,
  { name }: Place,
  frame: Placement,
  { need, top }: ClipSizes,
  v: ClipsValues,
): void {
  const half = v.long / 2
  const boxes: Box3[] = [
    { min: [-v.overlap - BESIDE, half - v.catch - BESIDE, e.board.top], max: [need, half + BESIDE, top + BESIDE] },
    { min: [v.gap - BESIDE, -half, e.bottom], max: [need, half + BESIDE, top] },
    { min: [-v.under, half - v.catch, e.floor], max: [0, half, e.board.under - 1e-3] },
  ]
  const found = e.items.find((item) => boxes.some((box) => boxesMeet(placedBox(frame, box), item.box)))
  if (found) raise('blocked', `${found.name} is where the arm at ${name.replace(/\d+$/, '')} has to go. Moving them along the wall, other sides, or fewer would do.`, 'shift') // prettier-ignore
}

const placedBox = (frame: Placement, { min, max }: Box3): Box3 =>
  boxOfPositions([...apply(frame, min), ...apply(frame, max)])
