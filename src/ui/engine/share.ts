import type { LedgerRow } from '@/core/fit/ledger'
import type { BuildView } from '@/worker/build.worker'

/**
 * A new build in which everything that came out as before is the very same object as before, so that only what
 * changed is drawn again.
 */
export function shareBuild(before: BuildView | undefined, next: BuildView): BuildView {
  if (!before) return next
  return {
    ...next,
    steps: next.steps.map((step) =>
      same(
        before.steps.find((s) => s.id === step.id),
        step,
      ),
    ),
    references: shareList(
      before.references,
      next.references.map((r) => before.references.find((b) => b.key === r.key) ?? r),
    ),
    outlines: shareList(
      before.outlines,
      next.outlines.map((o) => before.outlines.find((b) => b.key === o.key) ?? o),
    ),
    measures: same(before.measures, next.measures),
    names: same(before.names, next.names),
    numberProblems: same(before.numberProblems, next.numberProblems),
  }
}

/** The same for the rows of the ledger. */
export const shareRows = (before: readonly LedgerRow[], next: readonly LedgerRow[]): LedgerRow[] =>
  next.map((row) =>
    same(
      before.find((r) => r.id === row.id),
      row,
    ),
  )

function same<T>(before: T | undefined, next: T): T {
  return before !== undefined && JSON.stringify(before) === JSON.stringify(next) ? before : next
}

const shareList = <T>(before: T[], next: T[]): T[] =>
  before.length === next.length && next.every((x, i) => x === before[i]) ? before : next
