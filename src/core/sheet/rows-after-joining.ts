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
    const ofBoth = [row.a, row.b].map(owners)
    const joined = [row.a, row.b].map(now) as [Selector, Selector]
    const [a, b] = joined.map(owners) as [readonly string[], readonly string[]]
    const touched = ofBoth.flat().some((part) => part === into || gone.includes(part))
    if (!touched) return [row]
    const within = [...a, ...b].every((part) => part === into) && a.length > 0 && b.length > 0
    return within || row.comes ? [] : [{ ...row, a: joined[0], b: joined[1] }]
  })
}
