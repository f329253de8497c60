import type { BuiltPart } from '../../built/built'
import { compose, type Placement, placePositions, translation, turnAbout } from '../../geometry/placement'
import { boxOfPositions, boxSize, scale, type Vec2 } from '../../geometry/vec'
import type { TaggedMesh } from '../../kernel/surface'
import { Mask } from './mask'

/** What a part covers of a plate, as it is printed and turned about the upright. */
export interface Footprint {
  /** Takes the part to where the box round it has its lowest front left corner at 0. */
  base: Placement
  /** The box round it from above, mm. */
  size: Vec2
  /** Its cells, from that corner. */
  mask: Mask
}

type Printed = Pick<BuiltPart, 'print' | 'mesh'>

/** Footprints that were made, for as long as their meshes are there. */
const made = new WeakMap<TaggedMesh, Map<string, Footprint>>()

/**
 * The cells that a part covers from above, in rows; all that are touched.
 * @param turned degrees about the upright, anticlockwise from above
 * @param cell how wide a cell is, mm
 */
export function footprintOf({ print, mesh }: Printed, turned: number, cell: number): Footprint {
  const ofMesh = made.get(mesh) ?? new Map<string, Footprint>()
  made.set(mesh, ofMesh)
  const key = [...print, turned, cell].join(' ')
  const known = ofMesh.get(key) ?? covered({ print, mesh }, turned, cell)
  ofMesh.set(key, known)
  return known
}

function covered({ print, mesh: { positions, indices } }: Printed, turned: number, cell: number): Footprint {
  const lying = compose(turnAbout([0, 0, 1], (turned * Math.PI) / 180), print)
  const placed = placePositions(lying, positions)
  const box = boxOfPositions(placed)
  const [wide, deep] = boxSize(box)
  const cells = (v: number) => Math.max(1, Math.ceil(v / cell - 1e-9))
  const mask = new Mask(cells(wide), cells(deep))
  const x = (v: number) => (placed[3 * v]! - box.min[0]) / cell
  const y = (v: number) => (placed[3 * v + 1]! - box.min[1]) / cell
  for (let t = 0; t < indices.length; t += 3) {
    const [a, b, c] = [indices[t]!, indices[t + 1]!, indices[t + 2]!]
    cover(mask, [x(a), x(b), x(c)], [y(a), y(b), y(c)])
  }
  return { base: compose(translation(scale(box.min, -1)), lying), size: [wide, deep], mask }
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
