import type { Kernel, Solid } from '../kernel/kernel'
import { pointable } from '../faces/resolve'
import { movedAlong, type Placement } from '../geometry/placement'
import { areaOf } from '../profile/measure'
import { offsetProfile } from '../profile/offset'
import type { Profile } from '../profile/segment'
import { piecesOf, without } from '../profile/united'
import { expectOk } from '../result'
import { sectionOf } from './section'

/** What of two regions both have. */
const inCommon = (a: Profile, b: Profile): Profile => expectOk(without(a, expectOk(without(a, b))))

/** What a piece has at every one of some heights over a frame. */
export function throughout(kernel: Kernel, piece: Solid, frame: Placement, heights: readonly number[]): Profile {
  const on = pointable(kernel.read(piece))
  const [first, ...others] = heights.map((z) => sectionOf(on, movedAlong(frame, [0, 0, z])))
  return others.reduce(inCommon, first!)
}

/** Lengths mm. */
export interface TongueFigures {
  /** What is left of the pieces beside the groove. */
  wall: number
  gap: number
  /** How wide a tongue is that runs along the outside; none: all there is between the walls. */
  width?: number
}

/** Narrower than this a tongue is not, mm; and no smaller pieces of one are made, mm2. */
const LEAST = 0.4

/** The outlines of a tongue and of the groove for it, with the same gap everywhere; none where there is no room. */
export function tongueIn(
  room: Profile,
  { wall, gap, width }: TongueFigures,
): { tongue: Profile; groove: Profile } | undefined {
  const inner = smoothed(expectOk(offsetProfile(room, -wall - gap)), Math.max(gap, 0.1))
  if (inner.loops.length === 0) return undefined
  const core = width === undefined ? undefined : expectOk(offsetProfile(inner, -width))
  const ring = core && core.loops.length > 0 ? smoothed(expectOk(without(inner, core)), Math.max(gap, 0.1)) : inner
  const large = piecesOf(ring).filter((p) => areaOf(p) > LEAST * LEAST)
  const tongue = { loops: large.flatMap((p) => p.loops) }
  return large.length === 0 ? undefined : { tongue, groove: expectOk(offsetProfile(tongue, gap)) }
}

/** With what is narrower than twice a radius left out, and corners rounded by it, inwards and outwards. */
function smoothed(region: Profile, radius: number): Profile {
  let now = region
  for (const by of [-radius, 2 * radius, -radius]) {
    if (now.loops.length === 0) return now
    now = expectOk(offsetProfile(now, by))
  }
  return now
}

/** The largest wall, in steps of 0.1 mm, with which there is still a tongue; none if not even without one. */
export function mostWall(room: Profile, figures: TongueFigures): number | undefined {
  for (let wall = Math.floor(figures.wall * 10 - 1e-6) / 10; wall > 0.35; wall -= 0.1)
    if (tongueIn(room, { ...figures, wall })) return wall
  return undefined
}
