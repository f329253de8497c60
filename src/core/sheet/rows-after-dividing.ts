import { type RowSpec, type Selector, wholesOf } from '../built/rows'

/**
 * What is measured once a part has fallen into pieces: its surfaces are theirs now, wherever they are. What all of it
 * comes to along a way comes there as pieces that are put together first; what else is about all of it is no more.
 */
export function rowsAfterDividing(
  rows: readonly RowSpec[],
  gone: readonly string[],
  pieces: readonly string[],
): RowSpec[] {
  const inPieces = (parts: readonly string[]) => [...parts.filter((p) => !gone.includes(p)), ...pieces]
  const isOf = (s: Selector): boolean => (s.of === 'whole' ? wholesOf(s) : s.of === 'parts' ? s.parts : []).some((p) => gone.includes(p)) // prettier-ignore
  const now = (s: Selector): Selector => {
    if (!isOf(s)) return s
    if (s.of === 'parts') return { ...s, parts: inPieces(s.parts) }
    if (s.of !== 'whole') return s
    const [part, ...also] = inPieces(wholesOf(s))
    return { ...s, part: part!, also }
  }
  return rows.flatMap((row) => {
    const both = [row.a, row.b]
    if (!both.some(isOf)) return [row]
    if (!row.comes && both.some((s) => s.of === 'whole' && isOf(s))) return []
    return [{ ...row, a: now(row.a), b: now(row.b) }]
  })
}
