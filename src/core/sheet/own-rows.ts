import type { RowSpec } from '../built/rows'
import type { Project } from '../document/schema'
import type { MeasureEnd } from '../document/measure-schema'
import type { Names } from '../references/names'
import type { Problem, Result } from '../result'
import { evaluateFormula } from '../units/formula'

/** How far off two things may be that are to touch, mm: what single-precision corners resolve. */
const TOUCHING = 0.001

/** The rows that the maker wants, as the ledger measures them; what is wanted is worked out after the last step. */
export function ownRows({ rows }: Project, names: Names): RowSpec[] {
  const context = names.within({})
  const length = (formula: string) => evaluateFormula(formula, 'length', context)
  const picked = (end: MeasureEnd) => ({ of: 'picked' as const, end })
  return rows.map((row) => {
    const [wanted, tolerance] = [notNegative(length(row.wanted)), notNegative(length(row.tolerance))]
    const problem = row.rule === 'touch' ? undefined : (wanted.problem ?? tolerance.problem)
    return {
      id: row.id,
      between: row.name,
      ...(row.rule === 'touch'
        ? { wanted: 0, tolerance: TOUCHING, rule: 'exact' as const }
        : { wanted: wanted.value, tolerance: tolerance.value, rule: row.rule }),
      a: picked(row.ends[0]),
      b: picked(row.ends[1]),
      ...(row.on === 'way' ? { onWay: true as const } : {}),
      ...(problem ? { problem } : {}),
    }
  })
}

function notNegative(length: Result<number>): { value: number; problem?: Problem } {
  if (!length.ok) return { value: 0, problem: length.problem }
  if (length.value >= 0) return { value: length.value }
  const message = 'A gap is 0 or more: things that cut into each other are a finding of their own.'
  return { value: 0, problem: { kind: 'range', message } }
}
