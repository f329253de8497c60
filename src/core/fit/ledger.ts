import type { Build } from '../build/build'
import type { Vec3 } from '../geometry/vec'
import { smallestGap, TriangleTree } from './gap'
import type { Reference } from '../references/resolve'
import type { RowSpec, Selector } from './rows'
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

/** Measures every row. Values come from triangles only. `onRow` is called after each, to report progress or to stop by throwing. */
export function measureLedger(
  build: Pick<Build, 'parts' | 'references' | 'rows'>,
  onRow: (done: number) => void = () => {},
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
  return build.rows.map((row, i) => {
    const gap = smallestGap(tree(row.a), tree(row.b))
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
