import { compose, invert, type Placement, placePositions, translation } from '../geometry/placement'
import { boxOfPositions, boxSize, type Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'

/** A part the way it is printed, its lowest point on the bed, at z = 0. Lengths mm. */
export interface Lying {
  positions: Float64Array
  indices: Uint32Array
  /** From the bed to where the part belongs. */
  back: Placement
  size: Vec3
}

/** @param print takes the part to the way it is printed, wherever that is */
export function lying({
  mesh,
  print,
}: {
  mesh: Pick<TaggedMesh, 'indices'> & { positions: ArrayLike<number> }
  print: Placement
}): Lying {
  const turned = placePositions(print, mesh.positions)
  const box = boxOfPositions(turned)
  const down = translation([0, 0, -box.min[2]])
  return {
    positions: placePositions(down, turned),
    indices: mesh.indices,
    back: invert(compose(down, print)),
    size: boxSize(box),
  }
}
