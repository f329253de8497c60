import type { Build } from '../built/built'
import type { Vec3 } from '../geometry/vec'
import { type Gap, smallestGap, TriangleTree } from './gap'
import type { Reference } from '../references/resolve'
import type { RowSpec, Selector } from '../built/rows'
import { selectTriangles } from './select'

/** `tight`: less than wanted. `wide`: more than wanted where that matters. `lost`: one side is not there. */
export type Verdict = 'holds' | 'tight' | 'wide' | 'lost'

/** A row of the fit ledger: a gap wanted, and the gap measured on the solids as built. Lengths mm. */
export interface LedgerRow {
  id: string
  step: string
  between: string
  wanted: number
  tolerance: number
  measured: number | undefined
  verdict: Verdict
  /** The closest pair of points. */
  at: [Vec3, Vec3] | undefined
}

/** Two gaps closer than this are the same, mm: below what single-precision triangles resolve. */
const NOISE = 1e-4

/** Gaps that were measured between sides that have not changed since; those of the last ledger. */
export class GapCache {
  private last = new Map<string, Gap | undefined>()
  private now = new Map<string, Gap | undefined>()

  measured(key: string, measure: () => Gap | undefined): Gap | undefined {
    const gap = this.now.has(key) ? this.now.get(key) : this.last.has(key) ? this.last.get(key) : measure()
    this.now.set(key, gap)
    return gap
  }

  /** Ends a ledger: what it did not ask for is forgotten. */
  turn(): void {
    this.last = this.now
    this.now = new Map()
  }
}

/**
 * Measures every row. Values come from triangles only.
 * @param onRow called after each, to report progress or to stop by throwing
 */
export function measureLedger(
  build: Pick<Build, 'parts' | 'references' | 'rows'>,
  onRow: (done: number) => void = () => {},
  cache = new GapCache(),
): LedgerRow[] {
  const ofParts = new Map<string, TriangleTree>()
  const tree = (selector: Selector): TriangleTree => {
    const reference = selector.of === 'items' ? build.references.find((r) => r.id === selector.reference) : undefined
    const trees = reference ? treesOf(reference) : ofParts
    const key = JSON.stringify(selector)
    const known = trees.get(key)
    if (known) return known
    const made = new TriangleTree(selectTriangles(selector, build.parts, build.references))
    trees.set(key, made)
    return made
  }
  /** Changes when what a selector means may have. */
  const keyOf = (selector: Selector): string => {
    const of =
      selector.of === 'parts'
        ? build.parts.filter((p) => selector.parts.includes(p.id))
        : build.references.find((r) => r.id === selector.reference)?.items.filter((i) => selector.items.includes(i.id))
    return JSON.stringify([selector, of?.map((x) => x.key)])
  }
  const rows = build.rows.map((row, i): LedgerRow => {
    const gap = cache.measured(`${keyOf(row.a)} ${keyOf(row.b)}`, () => smallestGap(tree(row.a), tree(row.b)))
    onRow(i + 1)
    return {
      id: row.id,
      step: row.step,
      between: row.between,
      wanted: row.wanted,
      tolerance: row.tolerance,
      measured: gap?.distance,
      verdict: judge(row, gap?.distance),
      at: gap ? [gap.a, gap.b] : undefined,
    }
  })
  cache.turn()
  return rows
}

const kept = new WeakMap<Reference, Map<string, TriangleTree>>()

/** References change seldom; their trees are kept as long as they are. */
function treesOf(reference: Reference): Map<string, TriangleTree> {
  const known = kept.get(reference) ?? new Map<string, TriangleTree>()
  kept.set(reference, known)
  return known
}

export function judge(row: Pick<RowSpec, 'wanted' | 'tolerance' | 'rule'>, measured: number | undefined): Verdict {
  if (measured === undefined) return 'lost'
  if (measured < row.wanted - row.tolerance - NOISE) return 'tight'
  if (row.rule === 'exact' && measured > row.wanted + row.tolerance + NOISE) return 'wide'
  return 'holds'
}
