import type { RowSpec } from '../built/rows'
import { add, dot, normalize, scale, type Vec3 } from '../geometry/vec'
import { spanAlong } from '../mesh/span-along'
import type { Gap, TriangleTree } from './gap'
import { gapOnSlide } from './gap-on-slide'
import { type TiltedWay, tiltedWay } from './tilted-way'

/** The least gap on a thing's way to where it is; where it cannot come straight, on the tilted one, and where straight it is stopped. */
export type Coming = Gap & { tilted?: TiltedWay }

/** What comes is held by the part of it that is stopped first, over so much of its length, mm. */
const HOLD = 1

export function gapOnComing(
  { comes, wanted, tolerance }: RowSpec & { comes: NonNullable<RowSpec['comes']> },
  own: TriangleTree,
  other: TriangleTree,
): Coming | undefined {
  const straight = gapOnSlide(own.triangles, comes.from, comes.by, other)
  if (!straight || !comes.tilts || straight.distance >= wanted - tolerance) return straight
  const side = sideOf(straight.a, comes.tilts, own)
  const motion = { own, other, from: comes.from, up: normalize(comes.by), side }
  const way = tiltedWay({ ...motion, pivot: pivotOf(straight.a, motion) }, wanted - tolerance)
  return way ? { ...straight, distance: way.clear, tilted: way } : straight
}

/** The side of a thing that a place is nearest to the end of. */
function sideOf(at: Vec3, tilts: readonly Vec3[], own: TriangleTree): Vec3 {
  const outwards = (side: Vec3) => {
    const [low, high] = spanAlong(own.triangles, side)
    return (2 * dot(at, side) - low - high) / (high - low)
  }
  return tilts.flatMap((t) => [t, scale(t, -1)]).reduce((a, b) => (outwards(b) > outwards(a) ? b : a))
}

/** In the middle of what reaches as far to that side as the place where it is stopped. */
function pivotOf(at: Vec3, { own, up, side }: { own: TriangleTree; up: Vec3; side: Vec3 }): Vec3 {
  const beyond = dot(at, side) - HOLD
  const [low, high] = spanAlong(own.triangles, up, (p) => dot(p, side) >= beyond)
  return add(at, scale(up, (low + high) / 2 - dot(at, up)))
}
