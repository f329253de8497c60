import type { Kernel, Solid } from '../kernel/kernel'
import { pointable } from '../faces/resolve'
import { movedAlong, type Placement } from '../geometry/placement'
import { areaOf } from '../profile/measure'
import type { Profile } from '../profile/segment'
import { piecesOf } from '../profile/united'
import { Outlines } from './outlines-of'
import { sectionOf } from './section'

/** What a piece has at every one of some heights over a frame. */
export function throughout(kernel: Kernel, piece: Solid, frame: Placement, heights: readonly number[]): Profile {
  const on = pointable(kernel.read(piece))
  const outlines = new Outlines(kernel)
  const [first, ...others] = heights.map((z) => sectionOf(on, movedAlong(frame, [0, 0, z])))
  return others.reduce((a, b) => outlines.common(a, b), first!)
}

/** Lengths mm. */
export interface TongueFigures {
  /** What is left of the pieces beside the groove. */
  wall: number
  gap: number
  /** Narrower than this nothing of a tongue is. */
  least: number
  /** How wide a tongue is that runs along the outside; none: all there is between the walls. */
  width?: number
}

/** The outlines of a tongue and of the groove for it, with the same gap everywhere; none where there is no room. */
export function tongueIn(
  kernel: Kernel,
  room: Profile,
  { wall, gap, least, width }: TongueFigures,
): { tongue: Profile; groove: Profile } | undefined {
  const outlines = new Outlines(kernel)
  const smooth = (region: Profile) => outlines.smoothed(region, Math.max(gap, least / 2))
  const inner = smooth(outlines.grown(room, -wall - gap))
  if (inner.loops.length === 0) return undefined
  const core = width === undefined ? undefined : outlines.grown(inner, -width)
  const ring = core && core.loops.length > 0 ? smooth(outlines.less(inner, core)) : inner
  const large = piecesOf(ring).filter((p) => areaOf(p) > least * least)
  const tongue = { loops: large.flatMap((p) => p.loops) }
  return large.length === 0 ? undefined : { tongue, groove: outlines.grown(tongue, gap) }
}

/** The largest wall, in steps of 0.1 mm, with which there is still a tongue; none if there is no room with 0.4 mm either. */
export function mostWall(kernel: Kernel, room: Profile, figures: TongueFigures): number | undefined {
  for (let tenths = Math.ceil(figures.wall * 10) - 1; tenths >= 4; tenths--)
    if (tongueIn(kernel, room, { ...figures, wall: tenths / 10 })) return tenths / 10
  return undefined
}

/** By how much walls have to get thicker to each side for a tongue, in steps of 0.2 mm; none up to 5 mm. */
export function leastBand(kernel: Kernel, section: Profile, { wall, gap, least }: TongueFigures): number | undefined {
  const outlines = new Outlines(kernel)
  for (let fifths = 1; fifths <= 25; fifths++)
    if (tongueIn(kernel, outlines.grown(section, fifths / 5), { wall, gap, least })) return fifths / 5
  return undefined
}
