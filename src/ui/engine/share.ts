import type { LedgerRow } from '@/core/fit/ledger'
import type { BuildView, PartLabel, Same, SentBuild } from '@/worker/views'

/**
 * A build as it was sent, with everything the page had already put back in: what came out as before is the very same
 * object as before, so that only what changed is drawn again.
 */
export function shareBuild(before: BuildView | undefined, sent: SentBuild): BuildView {
  const parts = new Map(before?.parts.map((p) => [p.key, p]))
  return {
    ...sent,
    parts: shareList(
      before?.parts,
      sent.parts.map((label) => {
        const own = parts.get(label.key)
        if (own && isAsBefore(own, label)) return own
        return { ...label, body: label.body ?? own!.body }
      }),
    ),
    steps: shareList(before?.steps, putBack(before?.steps, sent.steps)),
    references: shareList(before?.references, putBack(before?.references, sent.references)),
    outlines: shareList(before?.outlines, putBack(before?.outlines, sent.outlines)),
    measures: shareList(before?.measures, keepAlike(before?.measures, sent.measures)),
    names: before?.namesKey === sent.namesKey ? before.names : sent.names,
    numberProblems: before?.namesKey === sent.namesKey ? before.numberProblems : sent.numberProblems,
  }
}

const isAsBefore = (own: PartLabel, { name, color, id, print, piece, pauses }: PartLabel): boolean =>
  own.name === name && own.color === color && own.id === id && String(own.print) === String(print) && JSON.stringify([own.piece, own.pauses]) === JSON.stringify([piece, pauses]) // prettier-ignore

/** The same for the rows of the ledger. */
export const shareRows = (before: readonly LedgerRow[], next: readonly LedgerRow[]): LedgerRow[] => {
  const known = new Map(before.map((r) => [r.id, r]))
  return next.map((row) => {
    const own = known.get(row.id)
    return own && alike(own, row) ? own : row
  })
}

const alike = (a: LedgerRow, b: LedgerRow): boolean =>
  a.measured === b.measured &&
  a.wanted === b.wanted &&
  a.verdict === b.verdict &&
  a.between === b.between &&
  a.step === b.step &&
  a.rule === b.rule &&
  a.tolerance === b.tolerance &&
  a.problem?.message === b.problem?.message &&
  String(a.at) === String(b.at)

function putBack<T extends { key: string }>(before: readonly T[] | undefined, sent: readonly (T | Same)[]): T[] {
  const known = new Map(before?.map((x) => [x.key, x]))
  return sent.map((x) => ('same' in x ? known.get(x.same)! : x))
}

const keepAlike = <T extends { key: string; id: string }>(before: readonly T[] | undefined, next: readonly T[]): T[] =>
  next.map((x) => before?.find((b) => b.key === x.key && b.id === x.id) ?? x)

const shareList = <T>(before: T[] | undefined, next: T[]): T[] =>
  before?.length === next.length && next.every((x, i) => x === before[i]) ? before : next
