import { clipped } from '../../geometry/clip'
import { apply, type Placement } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Kernel } from '../../kernel/kernel'
import { polygonToLoop } from '../../profile/arcs'
import { loopArea } from '../../profile/measure'
import { polygonArea } from '../../profile/polygon'
import type { Profile } from '../../profile/segment'

/** Bends smaller than this are taken out of an outline, mm. */
const GRAIN = 0.004

/**
 * The outline of what of an item lies beyond a plane, seen along the plane's direction: its triangles,
 * cut at `from` along the frame's z axis and laid flat, joined, with enclosed holes filled.
 * @param frame takes the item's coordinates to a frame whose z axis is the direction of view
 */
export function silhouette(
  kernel: Kernel,
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
  frame: Placement,
  from: number,
): Profile {
  const flat: Vec2[][] = []
  for (let t = 0; t < indices.length; t += 3) {
    const corners = [0, 1, 2].map((k) => {
      const i = 3 * indices[t + k]!
      return apply(frame, [positions[i]!, positions[i + 1]!, positions[i + 2]!])
    })
    const polygon = clipped(corners, (p) => p[2] - from).map((p): Vec2 => [p[0], p[1]])
    const area = polygonArea(polygon)
    if (Math.abs(area) > 1e-7) flat.push(area > 0 ? polygon : polygon.reverse())
  }
  const outer = kernel.flatUnion(flat, GRAIN).filter((p) => polygonArea(p) > 1e-3)
  return { loops: outer.map((p) => polygonToLoop(p, 2 * GRAIN)).filter((loop) => loopArea(loop) > 1e-3) }
}
