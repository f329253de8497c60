import { boxOfPositions } from '../../geometry/vec'
import type { Vec2 } from '../../geometry/vec'
import { Mask } from './mask'

/** What a part covers of a plate, as it is printed and turned about the upright. */
export interface Footprint {
  /** The box round it, mm, with its front left corner at 0. */
  size: Vec2
  /** Its cells, from that corner. */
  mask: Mask
}

/**
 * The cells that triangles cover from above, in rows; all that are touched.
 * @param positions mm, as printed
 * @param turned degrees about the upright, anticlockwise from above
 * @param cell how wide a cell is, mm
 */
export function footprintOf(
  { positions, indices }: { positions: ArrayLike<number>; indices: ArrayLike<number> },
  turned: number,
  cell: number,
): Footprint {
  const flat = turnedFlat(positions, turned)
  const { min, max } = boxOfPositions(flat)
  const size: Vec2 = [max[0] - min[0], max[1] - min[1]]
  const cells = (v: number) => Math.max(1, Math.ceil(v / cell - 1e-9))
  const mask = new Mask(cells(size[0]), cells(size[1]))
  const x = (v: number) => (flat[3 * v]! - min[0]) / cell
  const y = (v: number) => (flat[3 * v + 1]! - min[1]) / cell
  for (let t = 0; t < indices.length; t += 3) {
    const [a, b, c] = [indices[t]!, indices[t + 1]!, indices[t + 2]!]
    cover(mask, [x(a), x(b), x(c)], [y(a), y(b), y(c)])
  }
  return { size, mask }
}

/** Positions turned about the upright and laid flat: x y 0. */
function turnedFlat(positions: ArrayLike<number>, turned: number): Float64Array {
  const [c, s] = cosSin(turned)
  const out = new Float64Array(positions.length)
  for (let i = 0; i < positions.length; i += 3) {
    out[i] = c * positions[i]! - s * positions[i + 1]!
    out[i + 1] = s * positions[i]! + c * positions[i + 1]!
  }
  return out
}

/** Of quarters exactly. */
export function cosSin(degrees: number): Vec2 {
  const quarter = (((degrees / 90) % 4) + 4) % 4
  if (Number.isInteger(quarter)) return [[1, 0, -1, 0][quarter]!, [0, 1, 0, -1][quarter]!]
  return [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
}

/** Sets the cells that a triangle touches, row by row: from the least to the largest x that it has within the row. */
function cover(mask: Mask, xs: readonly number[], ys: readonly number[]): void {
  const first = Math.floor(Math.min(...ys))
  const last = Math.floor(Math.max(...ys))
  for (let j = Math.max(0, first); j <= Math.min(mask.height - 1, last); j++) {
    let [from, to] = [Infinity, -Infinity]
    const reach = (x: number) => {
      from = Math.min(from, x)
      to = Math.max(to, x)
    }
    for (let k = 0; k < 3; k++) {
      const [x0, y0, x1, y1] = [xs[k]!, ys[k]!, xs[(k + 1) % 3]!, ys[(k + 1) % 3]!]
      if (y0 >= j && y0 <= j + 1) reach(x0)
      for (const y of [j, j + 1]) if (y0 < y !== y1 < y && y1 !== y0) reach(x0 + ((y - y0) / (y1 - y0)) * (x1 - x0))
    }
    if (from <= to) mask.run(j, Math.floor(from), Math.min(mask.width - 1, Math.floor(to)))
  }
}
