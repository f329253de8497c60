import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { add, cross, distance, dot, length, normalize, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import { raise } from '../result'
import { faceInPlane, isFlat } from './new-faces'
import type { NewFace } from './plan'

/** A face may turn by so much on its way (cosine of 80 degrees). */
const TURNS = 0.17

/**
 * Flat faces turned so that they go through a point, each about the straight edge of it that is farthest from that.
 * @param share of the way only
 * Errors: round, no-edge, across
 */
export function facesToPoint(
  on: Pointable,
  regions: Iterable<number>,
  point: Vec3,
  share: number,
): Map<number, NewFace> {
  return new Map(
    Array.from(regions, (r) => {
      if (!isFlat(on, r)) return raise('round', 'Only flat faces can be leant to a point.')
      const was = sideOf(on, r).out([0, 0, 0])
      const [a, b] = farthestEdge(on, r, point)
      const across = cross(sub(b, a), sub(point, a))
      if (length(across) < 1e-9) return raise('across', 'The point lies on the edge that a face would turn about.')
      const to = dot(across, was) < 0 ? scale(normalize(across), -1) : normalize(across)
      if (dot(to, was) < TURNS) return raise('across', 'A face would have to turn too far to go through that point.')
      const normal = normalize(add(scale(was, 1 - share), scale(to, share)))
      return [r, faceInPlane(on, r, normal, a)] as const
    }),
  )
}

/** The ends of the straight edge of a face whose middle is farthest from a point. Errors: no-edge */
function farthestEdge({ mesh, topology }: Pointable, region: number, point: Vec3): [Vec3, Vec3] {
  let best: { ends: [Vec3, Vec3]; far: number } | undefined
  for (const { regions, vertices, closed } of topology.borders) {
    if (!regions.includes(region) || closed) continue
    const [a, b] = [placeAt(mesh.positions, vertices[0]!), placeAt(mesh.positions, vertices.at(-1)!)]
    const run = vertices.map((v) => placeAt(mesh.positions, v))
    const long = run.slice(1).reduce((sum, p, i) => sum + distance(p, run[i]!), 0)
    const far = distance(point, scale(add(a, b), 0.5))
    if (long - distance(a, b) < 1e-6 * long && (!best || far > best.far)) best = { ends: [a, b], far }
  }
  return best?.ends ?? raise('no-edge', 'A face has no straight edge that it could turn about.')
}
