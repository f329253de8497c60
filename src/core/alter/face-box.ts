import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import type { Box3 } from '../geometry/vec'

/** The box of some faces, mm. */
export function boxOfFaces({ mesh, topology }: Pointable, regions: Iterable<number>): Box3 {
  const [min, max] = [[Infinity, Infinity, Infinity], [-Infinity, -Infinity, -Infinity]] as [[number, number, number], [number, number, number]] // prettier-ignore
  for (const region of regions)
    for (const t of trianglesOf(topology, region))
      for (let i = 3 * t; i < 3 * t + 3; i++)
        for (const k of [0, 1, 2] as const) {
          const v = mesh.positions[3 * mesh.indices[i]! + k]!
          min[k] = Math.min(min[k], v)
          max[k] = Math.max(max[k], v)
        }
  return { min, max }
}
