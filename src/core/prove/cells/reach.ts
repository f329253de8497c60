import { type Box3, boxVolume, grownBox } from '../../geometry/vec'
import { Cells, EMPTY, OUTSIDE } from './cells'

/** So many cells at most; and none finer than this, mm. */
const [MOST_CELLS, FINE] = [8e5, 0.5]

/**
 * Where a tool gets to from outside of a body: the cells of a body in its box, and which of them a cube of a width can
 * be brought over, which moves but does not turn.
 * @param tool mm
 */
export function reachOf(
  { positions, indices }: { positions: ArrayLike<number>; indices: ArrayLike<number> },
  bounds: Box3,
  tool: number,
): { cells: Cells; reached: Uint8Array } {
  const box = grownBox(bounds, 2 * tool)
  const cells = new Cells(box, Math.max(FINE, Math.cbrt(boxVolume(box) / MOST_CELLS)))
  cells.touch(positions, indices, 1)
  const half = Math.max(1, Math.round(tool / 2 / cells.cell))
  // Where the middle of the tool may be.
  const middles = new Cells(box, cells.cell)
  middles.labels.set(widened(cells, cells.labels, half).map((v) => (v ? 1 : EMPTY)))
  middles.floodFromSides()
  const reached = widened(cells, middles.labels.map((v) => (v === OUTSIDE ? 1 : 0)), half) // prettier-ignore
  return { cells, reached }
}

/** What is set, and all that lies within so many cells of it along each axis. */
function widened({ count }: Cells, set: Uint8Array, by: number): Uint8Array {
  let from = set
  for (const [axis, step] of [1, count[0], count[0] * count[1]].entries()) {
    const to = new Uint8Array(from.length)
    const along = count[axis]!
    for (let start = 0; start < from.length; start++) {
      if (Math.floor(start / step) % along !== 0) continue
      // The last that was set, seen from each end.
      let last = -Infinity
      for (let n = 0; n < along; n++) {
        if (from[start + n * step]) last = n
        if (n - last <= by) to[start + n * step] = 1
      }
      last = Infinity
      for (let n = along - 1; n >= 0; n--) {
        if (from[start + n * step]) last = n
        if (last - n <= by) to[start + n * step] = 1
      }
    }
    from = to
  }
  return from
}
