import type { RowSpec, Selector } from '../built/rows'

/**
 * What is measured once parts have become material of another one: their surfaces are that part's now. What was between
 * them is not there any more, and what has become one is not put together.
 */
export function rowsAfterJoining(rows: readonly RowSpec[], gone: readonly string[], into: string): RowSpec[] {
  const of = (part: string) => (gone.includes(part) ? into : part)
  const now = (s: Selector): Selector => {
    if (s.of === 'parts') return { ...s, parts: [...new Set(s.parts.map(of))] }
    return s.of === 'whole' ? { ...s, part: of(s.part) } : s
  }
  const owners = (s: Selector) => (s.of === 'parts' ? s.parts : s.of === 'whole' ? [s.part] : [])
  return rows.flatMap((row) => {
    if (![row.a, row.b].flatMap(owners).some((part) => of(part) === into)) return [row]
    const [a, b] = [now(row.a), now(row.b)]
    const within = [a, b].every((s) => owners(s).length > 0 && owners(s).every((part) => part === into))
    return within || row.comes ? [] : [{ ...row, a, b }]
  })
}
