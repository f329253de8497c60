import { dot, placeAt, sub, type Vec3 } from '../geometry/vec'
import type { Pointable } from './resolve'
import { trianglesOf } from './topology'

/** From where to where a face reaches in a direction, from a point, mm. */
export function extentOf({ mesh, topology }: Pointable, region: number, point: Vec3, up: Vec3): [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (const t of trianglesOf(topology, region))
    for (let k = 0; k < 3; k++) {
      const far = dot(sub(placeAt(mesh.positions, mesh.indices[3 * t + k]!), point), up)
      low = Math.min(low, far)
      high = Math.max(high, far)
    }
  return [low, high]
}
