import { anySquareTo, add, cross, scale, type Vec3 } from '../geometry/vec'
import type { FacedMesh } from './mesh-builder'
import type { SurfaceTag } from './surface'

/** The corners of a face of a box, seen from outside; bit 1 along, bit 2 across, bit 4 up. */
const FACES = [[0, 2, 3, 1], [4, 5, 7, 6], [0, 1, 5, 4], [1, 3, 7, 5], [3, 2, 6, 7], [2, 0, 4, 6]] as const // prettier-ignore

/**
 * A box that stands on a plane, large enough to be taken for all that is in front of it.
 * @param at where on the plane its middle stands
 * @param far its height and half its width, mm
 */
export function halfSpace(out: Vec3, at: Vec3, far: number, tag: SurfaceTag): FacedMesh {
  const along = anySquareTo(out)
  const across = cross(out, along)
  const corner = (k: number): Vec3 =>
    add(at, add(add(scale(along, k & 1 ? far : -far), scale(across, k & 2 ? far : -far)), scale(out, k & 4 ? far : 0)))
  return {
    positions: [0, 1, 2, 3, 4, 5, 6, 7].flatMap((k) => [...corner(k)]),
    indices: FACES.flatMap(([a, b, c, d]) => [a, b, c, a, c, d]),
    faces: FACES.flatMap((_, i) => [i === 0 ? 0 : 1, i === 0 ? 0 : 1]),
    tags: [tag, { ...tag, shape: { kind: 'free' } }],
  }
}
