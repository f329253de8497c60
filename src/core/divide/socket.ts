import type { Vec2 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { offsetProfile } from '../profile/offset'
import type { Profile } from '../profile/segment'
import { circle, polygonProfile, rectangle } from '../profile/shapes'
import { difference } from '../profile/combine'
import { expectOk } from '../result'

/** The shape of a pin across: round, or with a flat side, so that it goes in one way only. */
export type PinShape = 'round' | 'keyed'

/** How far from the middle a flat side lies, by the radius. */
const FLAT = 0.6
/** Corners beside a flat side are rounded by at least this, mm. */
const LEAST_ROUND = 0.4

/** Lengths mm. `long` is from the cut's face to the tip; `lead` is how high the bevel at its tip is. */
export interface PinFigures {
  shape: PinShape
  across: number
  long: number
  lead: number
}

/** A pin that stands on a level and begins below it, upright about the origin. @param from where it begins, mm */
export function pinSolid(
  kernel: Kernel,
  { shape, across, long, lead }: PinFigures,
  from: number,
  step: string,
  tolerance: number,
): Solid {
  const r = across / 2
  if (shape === 'keyed') return kernel.extrude(keyed(r, 0), from, long, { names: { step, side: 'pin', top: 'tip', bottom: 'root' }, tolerance }) // prettier-ignore
  return turnedOf(kernel, [[r, from], [r, long - lead], [r - lead / 2, long]], from, long, 'pin', step, tolerance) // prettier-ignore
}

/** The room of a pin, larger by the same gap all over, opened below the level. @param from where it opens, mm */
export function socketSolid(
  kernel: Kernel,
  { shape, across, long, lead }: PinFigures,
  gap: number,
  from: number,
  step: string,
  tolerance: number,
): Solid {
  const r = across / 2
  const end = long + gap
  if (shape === 'keyed') return kernel.extrude(keyed(r, gap), from, end, { names: { step, side: 'socket', top: 'bottom', bottom: 'mouth' }, tolerance }) // prettier-ignore
  // The bevel moved out by the gap, as far as the wall and the end that moved likewise.
  const slope = Math.hypot(lead / 2, lead) / lead
  const onBevel = (z: number) => r + gap * slope - (z - (long - lead)) / 2
  const meets = long - lead + 2 * gap * (slope - 1)
  const outline: Vec2[] = lead > 0 ? [[r + gap, from], [r + gap, meets], [onBevel(end), end]] : [[r + gap, from], [r + gap, end]] // prettier-ignore
  return turnedOf(kernel, outline, from, end, 'socket', step, tolerance)
}

/** What the sides of a turned outline are called, by how many corners it has. */
const SIDES: Readonly<Record<number, readonly string[]>> = { 2: ['round'], 3: ['round', 'bevel'], 4: ['lower bevel', 'round', 'bevel'] } // prettier-ignore

function turnedOf(
  kernel: Kernel,
  outline: readonly Vec2[],
  from: number,
  to: number,
  side: string,
  step: string,
  tolerance: number,
): Solid {
  const points: Vec2[] = [[0, from], ...outline, [0, to]]
  const ids = ['begin', ...SIDES[outline.length]!, 'end', 'axis']
  return kernel.revolve(polygonProfile(points, ids), 2 * Math.PI, { step, side, start: side, end: side }, tolerance) // prettier-ignore
}

/** A round with a flat side, its corners rounded, grown by a gap. */
function keyed(r: number, gap: number): Profile {
  const beside = rectangle(FLAT * r, -2 * r, 2 * r, 2 * r)
  const cut = expectOk(difference(circle([0, 0], r), beside))
  const by = Math.max(LEAST_ROUND, gap)
  return expectOk(offsetProfile(expectOk(offsetProfile(cut, -by)), by + gap))
}

/** A loose dowel about the origin, bevelled at both its ends. @param long all of it, mm */
export function dowelSolid(
  kernel: Kernel,
  across: number,
  long: number,
  lead: number,
  step: string,
  tolerance: number,
): Solid {
  const [r, end] = [across / 2, long / 2]
  return turnedOf(kernel, [[r - lead / 2, -end], [r, lead - end], [r, end - lead], [r - lead / 2, end]], -end, end, 'dowel', step, tolerance) // prettier-ignore
}

/** A plain hole about the axis, from one level to another. */
export const boreSolid = (kernel: Kernel, across: number, from: number, to: number, side: string, step: string, tolerance: number): Solid => // prettier-ignore
  turnedOf(kernel, [[across / 2, from], [across / 2, to]], from, to, side, step, tolerance) // prettier-ignore

/** Whether a body lies in a piece altogether. */
export const liesIn = (kernel: Kernel, body: Solid, piece: Solid): boolean => kernel.subtract(body, [piece]).volume() < Math.max(1e-3, 1e-5 * body.volume()) // prettier-ignore
