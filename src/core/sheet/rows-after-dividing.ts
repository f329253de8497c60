import type { RowSpec, Selector } from '../built/rows'

/**
 * What is measured once a part has fallen into pieces: its surfaces are theirs now, wherever they are. What all of it
 * comes to along a way comes there as pieces that are put together first; what else is about all of it is no more.
 */
export function rowsAfterDividing(
  rows: readonly RowSpec[],
  gone: readonly string[],
  pieces: readonly string[],
): RowSpec[] {
  const isOf = (s: Selector) => (s.of === 'whole' ? gone.includes(s.part) : s.of === 'parts' && s.parts.some((p) => gone.includes(p))) // prettier-ignore
  const now = (s: Selector): Selector[] => {
    if (!isOf(s)) return [s]
    if (s.of === 'whole') return pieces.map((part) => ({ ...s, part }))
    return s.of === 'parts' ? [{ ...s, parts: [...s.parts.filter((p) => !gone.includes(p)), ...pieces] }] : [s]
  }
  return rows.flatMap((row) => {
    if (![row.a, row.b].some(isOf)) return [row]
    const pairs = now(row.a).flatMap((a) => now(row.b).map((b) => ({ ...row, a, b })))
    if (pairs.length === 1) return pairs
    return row.comes ? pairs.map((pair, i) => ({ ...pair, id: `${row.id}/${i + 1}` })) : []
  })
}
