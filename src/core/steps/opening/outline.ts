import type { CasedItem } from '../../enclosures/enclosure'
import { fromFrame, invert, type Placement } from '../../geometry/placement'
import type { Vec3 } from '../../geometry/vec'
import { union } from '../../profile/combine'
import { boundsOf } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import type { Profile } from '../../profile/segment'
import { namedByFacing } from '../../profile/segment-names'
import { circle, rectangle } from '../../profile/shapes'
import { expectOk, raise } from '../../result'
import type { StepContext } from '../step-kind'
import { alignLoops } from './align'
import type { OpeningValues } from './fields'
import { silhouette } from './silhouette'

/** A wall that is opened, and where the item that it is opened for ends; mm along its normal. */
export interface Wall {
  /** Axes in the wall's plane, and its normal outwards. */
  x: Vec3
  y: Vec3
  z: Vec3
  inside: number
  outside: number
  /** Where the cut starts: inside the case, in front of any other wall. */
  start: number
  /** Where the item ends. */
  reach: number
}

export const frameOf = ({ x, y, z }: Wall): Placement => fromFrame(x, y, z, [0, 0, 0])

/** Whether it is the top or the underside that is opened, not a side. */
export const isLevel = ({ z }: Wall): boolean => Math.abs(z[2]) > 0.5

/** How much of an item that stays behind the wall is looked at, mm. */
const NEAR_FACE = 1

/** An item as it is seen from outside through a wall. Errors: no-outline */
export function seenThrough(
  wall: Wall,
  kernel: StepContext['kernel'],
  item: Pick<CasedItem, 'name' | 'positions' | 'indices'>,
): Profile {
  const from = Math.min(wall.inside, wall.reach - NEAR_FACE)
  const seen = silhouette(kernel, item.positions, item.indices, invert(frameOf(wall)), from)
  return seen.loops.length === 0 ? raise('no-outline', `${item.name} shows no outline there.`, 'item') : seen
}

/** A stretch of an opening: straight, or from one outline to another with the same run of segments. */
export interface Stretch {
  from: number
  to: number
  outline: Profile
  /** The outline at `to`, where it is another. */
  wider?: Profile
  /** `out` is what lies before the wall. */
  role: 'opening' | 'window' | 'view' | 'bevel' | 'recess' | 'out'
}

/**
 * An opening from inside to outside, in the wall's plane.
 * @param leastWall what is thinner is not left behind a plug, mm
 * Errors: bevel, ledge, view (at the field that asks for what this outline does not allow)
 */
export function stretchesOf(seen: Profile, wall: Wall, v: OpeningValues, leastWall: number): Stretch[] {
  const opening = namedByFacing(expectOk(offsetProfile(seen, v.gap)))
  const { start, outside, inside, reach } = wall
  // In front of the item's face the wall covers its edge.
  const face = reach + v.gap
  const covered = v.ledge > 0
  if (covered && face > outside - LEAST_LEDGE) raise('ledge', `The item ends ${(outside - reach).toFixed(2)} mm behind the outside; a ledge over it needs ${(LEAST_LEDGE + v.gap).toFixed(2)} mm.`, 'ledge') // prettier-ignore
  const shown = covered
    ? namedByFacing(expectOk(offsetProfile(seen, -v.ledge)))
    : v.plug === 'wires'
      ? wireHoles(seen, v)
      : opening
  if (shown.loops.length === 0) raise('ledge', `A ledge of ${v.ledge.toFixed(2)} mm covers all of it.`, 'ledge')
  const out: Stretch[] = []
  if (covered && face > inside) out.push({ from: start, to: face, outline: opening, role: 'opening' })
  const begin = covered && face > inside ? face : start
  const role = covered ? 'window' : 'opening'
  if (v.view > 0) out.push(...viewed(shown, wall, begin, v, role))
  else out.push({ from: begin, to: outside + 1, outline: shown, role })
  if (v.plug === 'body') {
    const room = namedByFacing(expectOk(offsetProfile(plugOutline(seen, v), v.gap)))
    // What would be left behind the plug is thinner than a wall: then it goes right through.
    const behind = reach - v.gap - inside < leastWall ? start : reach - v.gap
    const outline = namedByFacing(expectOk(union(room, out.at(-1)!.outline)))
    out.push({ from: behind, to: outside + 1, outline, role: 'recess' })
  }
  return v.bevel < 1e-6 ? out : [...out, ...bevelled(out.at(-1)!.outline, wall, v)]
}

/** The body of a plug, about the middle of what it goes into. */
export function plugOutline(seen: Profile, { plugWide, plugHigh }: OpeningValues): Profile {
  const [x0, y0, x1, y1] = boundsOf(seen)
  const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2]
  return rectangle(x - plugWide / 2, y - plugHigh / 2, x + plugWide / 2, y + plugHigh / 2)
}

/** A hole for each wire, with the gap round it, evenly over the width of what they go to. Errors: wires */
function wireHoles(seen: Profile, v: OpeningValues): Profile {
  const [x0, y0, x1, y1] = boundsOf(seen)
  const radius = v.wireAcross / 2 + v.gap
  const pitch = (x1 - x0) / v.wires
  if (pitch < 2 * radius + LEAST_LEDGE) raise('wires', `${v.wires} holes of Ø ${(2 * radius).toFixed(2)} mm do not fit beside each other over ${(x1 - x0).toFixed(1)} mm; ${Math.floor((x1 - x0) / (2 * radius + LEAST_LEDGE))} do.`, 'wires') // prettier-ignore
  return { loops: Array.from({ length: v.wires }, (_, i) => circle([x0 + (i + 0.5) * pitch, (y0 + y1) / 2 + v.wireUp], radius, `wire ${i + 1}`).loops[0]!) } // prettier-ignore
}

/** Least wall in front of what a ledge covers, mm. */
const LEAST_LEDGE = 0.4

/** Opened so far that the item is seen whole from aslant: as wide at each height as the angle asks from the item's face. */
function viewed(
  shown: Profile,
  { inside, outside, reach }: Wall,
  begin: number,
  v: OpeningValues,
  role: Stretch['role'],
): Stretch[] {
  const slope = Math.tan((v.view * Math.PI) / 180)
  const near = Math.max(inside, Math.min(reach, outside))
  const lower = grown(shown, Math.max(0, near - reach) * slope, 'view')
  const upper = grown(shown, (outside - reach) * slope, 'view')
  return [
    { from: begin, to: near, outline: lower, role },
    { from: near, to: outside, outline: lower, wider: upper, role: 'view' },
    { from: outside - 1e-4, to: outside + 1, outline: upper, role: 'out' },
  ]
}

function bevelled(outline: Profile, { inside, outside }: Wall, v: OpeningValues): Stretch[] {
  const wall = outside - inside
  if (v.bevel > wall + 1e-9) raise('bevel', `A ${v.bevel.toFixed(2)} mm bevel is deeper than the ${wall.toFixed(2)} mm wall; up to ${wall.toFixed(2)} mm would do.`, 'bevel') // prettier-ignore
  const wider = grown(outline, v.bevel, 'bevel')
  return [
    { from: outside - v.bevel, to: outside, outline, wider, role: 'bevel' },
    { from: outside - 1e-4, to: outside + 1, outline: wider, role: 'out' },
  ]
}

/** An outline grown, segment for segment; its corners stay corners where they would not be. Errors: bevel or view */
function grown(outline: Profile, by: number, field: 'bevel' | 'view'): Profile {
  if (by < 1e-6) return outline
  for (const corners of ['round', 'sharp'] as const) {
    const wider = expectOk(offsetProfile(outline, by, corners))
    if (wider.loops.length !== outline.loops.length) continue
    const loops = outline.loops.map((loop, i) => alignLoops(loop, wider.loops[i]!))
    if (loops.every((l) => l !== undefined)) return { loops }
  }
  return raise(field, `Widening by ${by.toFixed(2)} mm runs into itself on this outline; less, or none, would do.`, field) // prettier-ignore
}
