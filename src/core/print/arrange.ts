import type { BuiltPart } from '../built/built'
import { compose, IDENTITY, type Placement, placePositions, translation } from '../geometry/placement'
import { boxOfPositions } from '../geometry/vec'

/** How parts stand in an export: printed side by side on the bed, or as they belong together. */
export type Arrangement = 'bed' | 'assembled'

/** Room between parts on the bed, mm. */
const APART = 5

/** Where each part goes, mm. On the bed they lie the way they print, in a row, middle of the row at the bed's middle. */
export function arrange(
  parts: readonly BuiltPart[],
  arrangement: Arrangement,
  bed: readonly [number, number, number],
): Placement[] {
  if (arrangement === 'assembled') return parts.map(() => IDENTITY)
  const boxes = parts.map((p) => boxOfPositions(placePositions(p.print, p.mesh.positions)))
  const total = boxes.reduce((sum, b) => sum + (b.max[0] - b.min[0]), 0) + APART * Math.max(0, parts.length - 1)
  let x = bed[0] / 2 - total / 2
  return parts.map((part, i) => {
    const { min, max } = boxes[i]!
    const move = translation([x - min[0], bed[1] / 2 - (min[1] + max[1]) / 2, -min[2]])
    x += max[0] - min[0] + APART
    return compose(move, part.print)
  })
}
