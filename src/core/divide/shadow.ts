import { invert, type Placement, placePositions } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { Profile } from '../profile/segment'
import { polygonArea } from '../profile/polygon'
import { polygonProfile } from '../profile/shapes'

/** Simplified by at most so much, mm. */
const GRAIN = 0.005

/** What bodies cover of a frame's plane as seen along its z. */
export function shadowOf(kernel: Kernel, bodies: readonly Solid[], frame: Placement): Profile {
  const triangles = bodies.flatMap((body): Vec2[][] => {
    const { positions, indices } = kernel.read(body)
    const placed = placePositions(invert(frame), positions)
    const at = (i: number): Vec2 => [placed[3 * i]!, placed[3 * i + 1]!]
    const all = Array.from({ length: indices.length / 3 }, (_, t) => [at(indices[3 * t]!), at(indices[3 * t + 1]!), at(indices[3 * t + 2]!)]) // prettier-ignore
    // What looks up covers all of it.
    return all.filter((t) => polygonArea(t) > 1e-9)
  })
  return { loops: kernel.flatUnion(triangles, GRAIN).flatMap((p) => polygonProfile(p, p.map(() => 'edge')).loops) } // prettier-ignore
}
