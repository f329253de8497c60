import { trianglesOf } from '../faces/topology'
import { frameOn } from '../fields/face-frame'
import type { FaceValue } from '../fields/part'
import { apply, invert, type Placement } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import { regionOutline } from '../faces/region-outline'
import type { Segment } from '../profile/segment'
import { distanceToEdges } from '../profile/measure'
import { raise } from '../result'

/** What a flat face covers, seen on its plane from the middle of its box, mm. */
export interface FaceCover {
  frame: Placement
  box: readonly [number, number, number, number]
  /** All its edges, in no order. */
  edges: readonly Segment[]
  /** Whether a place is on it, at least so far from its edges. */
  has(at: Vec2, margin: number): boolean
}

/** Errors: not-flat */
export function faceCover({ on, region, tag }: FaceValue): FaceCover {
  if (tag.shape.kind !== 'plane') return raise('not-flat', 'This face is not flat; a flat one would do.', 'on')
  const { frame, covers } = frameOn(on, region, tag.shape.normal, 'middle')
  const back = invert(frame)
  const { mesh, topology } = on
  const triangles: Vec2[][] = []
  for (const t of trianglesOf(topology, region)) {
    triangles.push([0, 1, 2].map((k): Vec2 => {
      const i = 3 * mesh.indices[3 * t + k]!
      const [x, y] = apply(back, [mesh.positions[i]!, mesh.positions[i + 1]!, mesh.positions[i + 2]!])
      return [x, y]
    })) // prettier-ignore
  }
  const edges = regionOutline(on, region, back)
  const has = (at: Vec2, margin: number) => triangles.some((t) => within(t, at)) && distanceToEdges([edges], at) >= margin - 1e-6 // prettier-ignore
  return { frame, box: covers ?? [0, 0, 0, 0], edges, has }
}

function within([a, b, c]: readonly Vec2[], p: Vec2): boolean {
  const side = (u: Vec2, v: Vec2) => (v[0] - u[0]) * (p[1] - u[1]) - (v[1] - u[1]) * (p[0] - u[0])
  const sides = [side(a!, b!), side(b!, c!), side(c!, a!)]
  return sides.every((s) => s >= -1e-9) || sides.every((s) => s <= 1e-9)
}
