import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { mirrorAt, type Placement, apply, turn } from '../geometry/placement'
import { add, cross, distance, length, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import { raise } from '../result'
import { areasOf } from './bulges'
import { shapeOf } from './new-faces'

/** A face and its mirror image lie on each other but for this, mm; meshes from files are no better. */
const NEAR = 0.02
/** Their areas differ by no more, of them. */
const ALIKE = 1e-3

/**
 * For each of some faces the one that is its mirror image; itself where the plane goes through its middle.
 * Errors: no-mirror
 */
export function mirroredFaces(on: Pointable, regions: readonly number[], plane: Placement): number[] {
  const mirror = mirrorAt(plane)
  const area = areasOf(on)
  return regions.map((region) => {
    const there = apply(mirror, middleOfFace(on, region))
    const { kind } = shapeOf(on, region)
    const found = on.topology.surfaceOf.findIndex((_, r) => shapeOf(on, r).kind === kind && Math.abs(area[r]! - area[region]!) <= ALIKE * area[region]! && distance(middleOfFace(on, r), there) < NEAR) // prettier-ignore
    return found >= 0 ? found : raise('no-mirror', 'One of these faces has none that mirrors it in that plane.', 'mirror') // prettier-ignore
  })
}

/** A plane as another one mirrors it. */
export function mirroredPlane(plane: Placement, at: Placement): Placement {
  const mirror = mirrorAt(at)
  const point = apply(mirror, [plane[3]!, plane[7]!, plane[11]!])
  const normal = turn(mirror, [plane[2]!, plane[6]!, plane[10]!])
  const out = [...plane] as unknown as number[]
  for (const k of [0, 1, 2] as const) [out[4 * k + 2], out[4 * k + 3]] = [normal[k], point[k]]
  return out as unknown as Placement
}

/** The middle of the area of a face. */
function middleOfFace({ mesh, topology }: Pointable, region: number): Vec3 {
  let [sum, whole] = [[0, 0, 0] as Vec3, 0]
  for (const t of trianglesOf(topology, region)) {
    const [a, b, c] = [0, 1, 2].map((k) => placeAt(mesh.positions, mesh.indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    const size = length(cross(sub(b, a), sub(c, a)))
    sum = add(sum, scale(add(a, add(b, c)), size / 3))
    whole += size
  }
  return scale(sum, 1 / whole)
}
