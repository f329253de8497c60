import { sideOf } from '../blend/side'
import { pointable, type Pointable } from '../faces/resolve'
import { distance, placeAt, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { meetingOf } from './meet'
import { regionsAt } from './reshape'

/** Corners are put onto their faces if they are so far off at most, and if they are off at all, mm. */
const [MOST, LEAST] = [0.008, 2e-5]

/**
 * A solid whose corners lie exactly in the flat faces that its triangles stand for: what noise a found mesh has is taken out
 * of those. What lies on a round face, or on its chords, stays as far off it as it is.
 * @returns the solid itself where there is nothing to be done, and how far the farthest corner went, mm
 */
export function trued(kernel: Kernel, solid: Solid): { solid: Solid; by: number } {
  const on = pointable(kernel.read(solid))
  const { mesh } = on
  const positions = Float64Array.from(mesh.positions)
  let by = 0
  for (const [v, regions] of regionsAt(on).entries()) {
    const p = placeAt(mesh.positions, v)
    const to = placeOf(on, p, regions)
    const far = distance(p, to)
    if (far < LEAST || far > MOST) continue
    by = Math.max(by, far)
    for (let k = 0; k < 3; k++) positions[3 * v + k] = to[k]!
  }
  if (by === 0) return { solid, by }
  const made = kernel.fromFaces(positions, mesh.indices, Array.from(mesh.triangleSurface), [...mesh.surfaces])
  return made.ok ? { solid: made.value, by } : { solid, by: 0 }
}

function placeOf(on: Pointable, p: Vec3, regions: readonly number[]): Vec3 {
  const laws = regions.flatMap((r) => {
    if (on.mesh.surfaces[on.topology.surfaceOf[r]!]!.shape.kind === 'free') return []
    const side = sideOf(on, r)
    const off = side.off(p)
    return [{ side, off: side.shape.kind === 'plane' && Math.abs(off) < MOST ? 0 : off }]
  })
  return laws.length === 0 ? p : (meetingOf(p, laws) ?? p)
}
