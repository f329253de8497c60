import { length, type Vec3 } from '../geometry/vec'
import { doubledNormal, middleOfTriangle } from '../mesh/doubled-normal'
import type { Pointable } from './resolve'
import { trianglesOf } from './topology'

/** A place on a region, off its border: the middle of its largest triangle, mm. */
export function insideFace({ mesh, topology }: Pointable, region: number): Vec3 {
  const areaOf = (t: number) => length(doubledNormal(mesh.positions, mesh.indices, t))
  let [largest, most] = [-1, -1]
  for (const t of trianglesOf(topology, region)) {
    const area = areaOf(t)
    if (area > most) [largest, most] = [t, area]
  }
  return middleOfTriangle(mesh, largest)
}
