import type { BuiltPart, StepReport } from '../built/built'
import type { Finding } from '../checks/finding'
import type { Project } from '../document/schema'
import type { LedgerRow } from '../fit/ledger'
import type { ProofLine } from '../prove/line'

/** Something that is held against an export. */
export interface Held {
  /** Which it is, with what is said of it: what is said otherwise is something else, and looked at anew. */
  what: string
  weight: 'stop' | 'look'
  says: string
  /** Why the maker lets it pass. */
  why?: string
}

/** What is known of a project when it goes out. */
export interface Known {
  steps: readonly Pick<StepReport, 'id' | 'problems'>[]
  ledger: readonly Pick<LedgerRow, 'id' | 'between' | 'verdict' | 'measured' | 'wanted'>[]
  findings: readonly Pick<Finding, 'check' | 'parts' | 'weight' | 'title'>[]
  /** By part; those that are not there yet have nothing to say. */
  proofs: readonly { part: Pick<BuiltPart, 'id' | 'name'>; lines: readonly ProofLine[] }[]
}

/** All that is held against an export: what stops it first, what the maker lets pass last. */
export function heldAgainst({ waved }: Pick<Project, 'waved'>, { steps, ledger, findings, proofs }: Known): Held[] {
  const failed = steps.filter((s) => s.problems.length > 0)
  const all: Held[] = [
    ...failed.map(({ id, problems }) => held(`step ${id}`, 'stop', `A step has a problem, and its parts keep an older shape: ${problems[0]!.message}`)), // prettier-ignore
    ...ledger
      .filter((r) => r.verdict !== 'holds')
      .map((r) => held(`row ${r.id}`, r.verdict === 'wide' ? 'look' : 'stop', `${r.between}: ${r.verdict}, ${r.measured?.toFixed(2) ?? 'nothing'} of ${r.wanted.toFixed(2)} mm.`)), // prettier-ignore
    ...findings.map((f) => held(`finding ${f.check} ${f.parts.join(' ')}`, f.weight, f.title)),
    ...proofs.flatMap(({ part, lines }) =>
      lines
        // Thin walls are a finding of their own.
        .filter((l) => l.verdict === 'look' && l.id !== 'thickness')
        .map((l) => held(`proof ${part.id} ${l.id}`, 'look', `${part.name}, ${l.about.toLowerCase()}: ${l.says}`)),
    ),
  ]
  const passed = new Map(waved.map((w) => [w.what, w.why]))
  const known = all.map((h) => ({ ...h, ...(passed.has(h.what) ? { why: passed.get(h.what)! } : {}) }))
  return known.sort((a, b) => rank(a) - rank(b))
}

const held = (of: string, weight: Held['weight'], says: string): Held => ({ what: `${of}: ${says}`, weight, says })
const rank = ({ weight, why }: Held): number => (why !== undefined ? 2 : weight === 'stop' ? 0 : 1)

/** Whether something stops an export that the maker has not let pass. */
export const isStopped = (all: readonly Held[]): boolean => all.some((h) => h.weight === 'stop' && h.why === undefined)
