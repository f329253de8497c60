import { boxSize, type Vec2, type Vec3 } from '../geometry/vec'
import { IDENTITY, type Placement } from '../geometry/placement'
import type { Kernel, Solid } from '../kernel/kernel'
import { polygonArea } from '../profile/polygon'

/** A plane square to an axis of the project. */
export interface Where {
  axis: 0 | 1 | 2
  at: number
}

/** So many places are looked at between the first and the last that would do. */
const LOOKS = 41
/** What a cut should not be near: places where the section changes within so much, mm. */
const NEAR = 1.5
/** A section that is thinner than this on the whole is thin, mm. */
const THIN = 4

/** Take x, y and z to z, the others following round. */
const UPRIGHT: readonly Placement[] = [
  [0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0],
  [0, 0, 1, 0, 1, 0, 0, 0, 0, 1, 0, 0],
  IDENTITY,
]

/**
 * Where a solid that is larger than some limits along the axes is best cut next: near a place that parts it evenly, but
 * where its section is thick, in one, without holes, and changes little. Undefined where it is within them.
 * @param limits mm
 * @param spare so much of them is kept free where there is enough, for what will stand out at a joint, mm
 */
export function whereToCut(kernel: Kernel, solid: Solid, limits: Vec3, spare: number): Where | undefined {
  const box = solid.bounds()
  const counts = boxSize(box).map((s, k) => Math.ceil(s / limits[k]! - 1e-9))
  const most = Math.max(...counts)
  if (most < 2) return undefined
  const axis = counts.indexOf(most) as 0 | 1 | 2
  const [low, high, limit] = [box.min[axis]!, box.max[axis]!, limits[axis]!]
  const behind = Math.floor(most / 2)
  const [first, last] = [Math.max(low, high - (most - behind) * limit), Math.min(high, low + behind * limit)]
  const kept = Math.min(spare, (last - first) / 3)
  const [from, to] = [first + kept, last - kept]
  const even = low + ((high - low) * behind) / most
  const lying = kernel.place(solid, UPRIGHT[axis]!)
  const places = Array.from({ length: LOOKS }, (_, k) => from + ((to - from) * (k + 0.5)) / LOOKS)
  const worst = (at: number) =>
    costOf(kernel, lying, at) + 0.4 * (Math.abs(at - even) / Math.max(1e-9, (to - from) / 2)) ** 2
  const costs = places.map(worst)
  return { axis, at: Math.round(places[costs.indexOf(Math.min(...costs))]! * 10) / 10 }
}

/** How bad a place is to cut at; where nothing is there is nothing to join. */
function costOf(kernel: Kernel, solid: Solid, at: number): number {
  const [before, here, after] = [at - NEAR, at, at + NEAR].map((z) => measured(kernel.slice(solid, z)))
  if (here!.area < 1e-6) return Infinity
  const changes = Math.abs(after!.area - before!.area) / Math.max(before!.area, here!.area, after!.area)
  const thick = (2 * here!.area) / here!.round
  return 2 * changes + 0.4 * here!.holes + 0.3 * (here!.pieces - 1) + Math.max(0, 1 - thick / THIN)
}

function measured(polygons: readonly (readonly Vec2[])[]) {
  let [area, round, holes, pieces] = [0, 0, 0, 0]
  for (const polygon of polygons) {
    const own = polygonArea(polygon)
    area += own
    if (own > 0) pieces += 1
    else holes += 1
    for (const [i, p] of polygon.entries()) {
      const q = polygon[(i + 1) % polygon.length]!
      round += Math.hypot(p[0] - q[0], p[1] - q[1])
    }
  }
  return { area, round, holes, pieces }
}
