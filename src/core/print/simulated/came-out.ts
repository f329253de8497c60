import { boxMiddle, boxOfPositions } from '../../geometry/vec'
import { type Cut, cutAt, wallsOut } from '../walls-out'

/** How prints of a printer come out otherwise than they are drawn. */
export interface Flaws {
  /** How much farther out walls come than they are drawn, mm. */
  out: number
  /** How much farther still what lies in the lowest layer is pressed out, mm, and how high that is. */
  spread: number
  first: number
  /** How much shorter everything gets when it cools, as a share. */
  shrink: number
}

/**
 * A closed mesh as it comes off the bed: walls are farther out, so that outsides are larger and holes smaller, the lowest layer
 * more so; roofs and floors stay. Then it shrinks about the middle of its foot.
 * @param positions mm, as it lies on the bed
 * @returns the triangles, and which of the given ones each is of
 */
export function cameOut(
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
  { out, spread, first, shrink }: Flaws,
): { positions: Float64Array; indices: Uint32Array; from: Uint32Array } {
  const box = boxOfPositions(positions)
  const foot = box.min[2]
  const cut = spread === 0 ? plain(positions, indices) : cutAt(positions, indices, foot + first)
  const by = wallsOut(cut.positions, cut.indices)
  const moved = Float64Array.from(cut.positions)
  const middle = boxMiddle(box)
  for (let v = 0; v < moved.length; v += 3) {
    const low = moved[v + 2]! < foot + first - 1e-6
    const far = out + (low ? spread : 0)
    for (const k of [0, 1]) moved[v + k] = middle[k]! + (moved[v + k]! + far * by[v + k]! - middle[k]!) * (1 - shrink)
    moved[v + 2] = foot + (moved[v + 2]! - foot) * (1 - shrink)
  }
  return { ...cut, positions: moved }
}

const plain = (positions: ArrayLike<number>, indices: ArrayLike<number>): Cut => ({ positions, indices: Uint32Array.from(indices), from: Uint32Array.from({ length: indices.length / 3 }, (_, t) => t) }) // prettier-ignore
