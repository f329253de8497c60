import type { BuiltPart } from '../built/built'
import { compose, IDENTITY, type Placement, placePositions, translation } from '../geometry/placement'
import { boxOfPositions } from '../geometry/vec'

/** How parts stand in an export: printed side by side on the bed, or as they belong together. */
export type Arrangement = 'bed' | 'assembled'

/** Room between parts on the bed, mm. */
const APART = 5

/**
 * Where each copy of each part goes, mm. On the bed they lie the way they print, in rows from the front, as many beside
 * each other as the bed is wide; the middle of all at the bed's middle. Assembled there is one of each.
 * @param counts how many of a part there are, by its id; one otherwise
 */
export function arrange(
  parts: readonly BuiltPart[],
  arrangement: Arrangement,
  bed: readonly [number, number, number],
  counts: Readonly<Record<string, number>> = {},
): Placement[][] {
  if (arrangement === 'assembled') return parts.map(() => [IDENTITY])
  const lying = parts.flatMap((part, of) => {
    const box = boxOfPositions(placePositions(part.print, part.mesh.positions))
    const [width, depth] = [box.max[0] - box.min[0], box.max[1] - box.min[1]]
    return Array.from({ length: counts[part.id] ?? 1 }, () => ({ of, box, width, depth }))
  })
  const out: Placement[][] = parts.map(() => [])
  const rows = inRows(lying, bed[0])
  let y = bed[1] / 2 - (rows.reduce((sum, r) => sum + r.depth, 0) + APART * (rows.length - 1)) / 2
  for (const row of rows) {
    let x = bed[0] / 2 - row.width / 2
    for (const { of, box, width } of row.lying) {
      const to: [number, number, number] = [x - box.min[0], y + row.depth / 2 - (box.min[1] + box.max[1]) / 2, -box.min[2]] // prettier-ignore
      out[of]!.push(compose(translation(to), parts[of]!.print))
      x += width + APART
    }
    y += row.depth + APART
  }
  return out
}

interface Row<T> {
  lying: T[]
  width: number
  depth: number
}

/** One after the other, a new row where the bed ends. */
function inRows<T extends { width: number; depth: number }>(lying: readonly T[], most: number): Row<T>[] {
  const rows: Row<T>[] = []
  for (const one of lying) {
    const row = rows.at(-1)
    if (!row || row.width + APART + one.width > most) rows.push({ lying: [one], width: one.width, depth: one.depth })
    else {
      row.lying.push(one)
      row.width += APART + one.width
      row.depth = Math.max(row.depth, one.depth)
    }
  }
  return rows
}
