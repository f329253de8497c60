import type { Vec2 } from '../../geometry/vec'
import type { Kernel, Solid } from '../../kernel/kernel'
import { polygonProfile, rectangle } from '../../profile/shapes'

/** A pin that is slit and catches, upright about the origin with the cut's face at 0. Lengths mm, angles degrees from the way in. */
export interface SnapPin {
  across: number
  /** From the face to where its catch reaches farthest. */
  long: number
  overlap: number
  slit: number
  lead: number
  back: number
}

/** How high the catch is where it reaches farthest, and how much narrower than the pin its tip is, mm. */
const [FLAT, NARROW] = [0.4, 0.4]

const degrees = (v: number) => (v * Math.PI) / 180
/** Where its catch begins, and where it ends. */
const heights = ({ long, overlap, lead, back }: SnapPin) => ({
  begins: long - (back < 90 ? overlap / Math.tan(degrees(back)) : 0),
  tip: long + FLAT + (overlap + NARROW) / Math.tan(degrees(lead)),
})

/** All of a pin's length, mm. */
export const tipOf = (pin: SnapPin): number => heights(pin).tip

/** @param from where it begins, below the face, mm */
export function snapPinSolid(kernel: Kernel, pin: SnapPin, from: number, step: string, tolerance: number): Solid {
  const r = pin.across / 2
  const { begins, tip } = heights(pin)
  const points: Vec2[] = [[0, from], [r, from], [r, begins], [r + pin.overlap, pin.long], [r + pin.overlap, pin.long + FLAT], [r - NARROW, tip], [0, tip]] // prettier-ignore
  const ids = ['root', 'round', 'hold', 'catch', 'lead', 'tip', 'axis']
  const body = kernel.revolve(polygonProfile(points, ids), 2 * Math.PI, { step, side: 'snap', start: 'snap', end: 'snap' }, tolerance) // prettier-ignore
  const far = r + pin.overlap + 1
  const slit = kernel.extrude(rectangle(-far, -pin.slit / 2, far, pin.slit / 2), 0, tip + 1, { names: { step, top: 'snap', bottom: 'snap', side: 'snap' }, tolerance }) // prettier-ignore
  return kernel.subtract(body, [slit])
}

/** Its hole, larger by the same gap all over; past the catch it is as wide as that. @param from where it opens, mm */
export function snapSocketSolid(
  kernel: Kernel,
  pin: SnapPin,
  gap: number,
  from: number,
  step: string,
  tolerance: number,
): Solid {
  const r = pin.across / 2
  const { begins, tip } = heights(pin)
  // The slope that is held by, moved out square to itself.
  const down = gap * Math.tan(degrees(pin.back) / 2)
  const points: Vec2[] = [[0, from], [r + gap, from], [r + gap, begins - down], [r + pin.overlap + gap, pin.long - down], [r + pin.overlap + gap, tip + gap], [0, tip + gap]] // prettier-ignore
  return kernel.revolve(polygonProfile(points, ['mouth', 'round', 'hold', 'catch', 'bottom', 'axis']), 2 * Math.PI, { step, side: 'socket', start: 'socket', end: 'socket' }, tolerance) // prettier-ignore
}

/**
 * Twice as far as the outermost fibre of half a pin is from its neutral line, mm: what a rectangle as thick is strained alike.
 * Source: the middle of a segment of a circle lies 2 r sin³f / (3 (f - sin f cos f)) off the centre, f half of its angle.
 */
export function bendsLike({ across, slit }: Pick<SnapPin, 'across' | 'slit'>): number {
  const r = across / 2
  const half = Math.acos(Math.min(1, slit / across))
  const middle = (2 * r * Math.sin(half) ** 3) / (3 * (half - Math.sin(half) * Math.cos(half)))
  return 2 * Math.max(r - middle, middle - slit / 2)
}
