import type { RowSpec, Selector } from '../built/rows'
import { PAST, gapRow, wayRow, LIFTED } from '../built/gap-row'
import { scale } from '../geometry/vec'
import { CUT_ROLES } from './kerf'
import type { Seam } from './seam'

/** The gap of a cut, and the way by which its pieces go together. */
export function seamRows(
  step: string,
  { cut, name, front, behind, gap, ways: [way], far }: Seam,
  whole: string,
  apart: boolean,
): RowSpec[] {
  const of = (part: string, role: string): Selector => ({ of: 'parts', parts: [part], surfaces: { step, role, copy: [cut] } }) // prettier-ignore
  const flat = gapRow(step, name, `Cut ${name} through ${whole}`, gap, 'exact', of(front, CUT_ROLES.front), of(behind, CUT_ROLES.behind)) // prettier-ignore
  if (!way) return [flat]
  const together = wayRow(step, `${name} together`, `${whole} going together at cut ${name}`, { of: 'whole', part: front, firm: true }, { of: 'whole', part: behind, firm: true }) // prettier-ignore
  const least = apart ? { wanted: Math.min(PAST, gap / 2) } : {}
  return [flat, { ...together, ...least, comes: { from: scale(way, apart ? 0 : LIFTED), by: scale(way, far) } }]
}
