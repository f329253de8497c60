import { type RowSpec, wholesOf } from '../built/rows'
import type { Vec3 } from '../geometry/vec'

/** One act of putting pieces together: what comes onto what, and from where. */
export interface Together {
  /** The row that watches it. */
  row: string
  pieces: readonly string[]
  onto: readonly string[]
  from: string
}

const SIDES = [
  ['the left', 'the right'],
  ['the front', 'the back'],
  ['below', 'above'],
] as const

/** From where something comes that has come off by a way. */
export function cameFrom(by: Vec3): string {
  const axis = [0, 1, 2].reduce((most, k) => (Math.abs(by[k]!) > Math.abs(by[most]!) ? k : most), 0)
  const off = Math.hypot(...by.filter((_, k) => k !== axis)) / Math.abs(by[axis]!)
  return `${SIDES[axis]![by[axis]! > 0 ? 1 : 0]}${off > 0.05 ? ', at a slant' : ''}`
}

/** In which order divided parts go together: what was divided last is joined first. Ids of parts. */
export const togetherOf = (rows: readonly RowSpec[], dividing: ReadonlySet<string>): Together[] =>
  rows
    .flatMap((row): Together[] =>
      row.step !== undefined && dividing.has(row.step) && row.comes && row.a.of === 'whole' && row.b.of === 'whole'
        ? [
            {
              row: row.id,
              pieces: wholesOf(row.a),
              onto: wholesOf(row.b),
              from: cameFrom(row.comes.by),
            },
          ]
        : [],
    )
    .reverse()
