import type { Build } from '../built/built'
import type { Vec3 } from '../geometry/vec'
import { smallestGap, TriangleTree } from './gap'
import { gapOnTravel } from './gap-on-travel'
import { type Coming, gapOnComing } from './gap-on-coming'
import { gapOnWays, noWay, type Ways, waysOf } from './gap-on-ways'
import type { Reference } from '../references/resolve'
import type { Problem } from '../result'
import { type RowSpec, type Selector, wholesOf } from '../built/rows'
import { describeFace } from './picks'
import { type MeasurableThings, pickOfEnd, pickTriangles } from './picked-ends'
import { pointable } from '../faces/resolve'
import { formatLength } from '../units/length'
import { selectTriangles } from './select'
import type { TiltedWay } from './tilted-way'

/** `tight`: less than wanted. `wide`: more than wanted where that matters. `lost`: one side is not there. */
export type Verdict = 'holds' | 'tight' | 'wide' | 'lost'

/** A row of the fit ledger: a gap wanted, and the gap measured on the solids as built. Lengths mm. */
export interface LedgerRow {
  id: string
  /** None of a row of the maker's own. */
  step?: string
  between: string
  wanted: number
  tolerance: number
  rule: RowSpec['rule']
  measured: number | undefined
  verdict: Verdict
  /** The closest pair of points. */
  at: [Vec3, Vec3] | undefined
  /** It cannot come straight, and comes tilted; `at` is where straight it is stopped. */
  tilted?: TiltedWay
  /** Why it could not be measured, or is not known what is wanted. */
  problem?: Problem
}

/** Two gaps closer than this are the same, mm: below what single-precision triangles resolve. */
const NOISE = 1e-4

/** Gaps that were measured between sides that have not changed since; those of the last ledger. */
export class GapCache {
  private last = new Map<string, Coming | undefined>()
  private now = new Map<string, Coming | undefined>()

  measured(key: string, measure: () => Coming | undefined): Coming | undefined {
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
  const things = measurable(build)
  const tree = (selector: Selector): TriangleTree => {
    const reference = referenceOf(selector, build.references)
    const trees = reference ? treesOf(reference) : ofParts
    const key = JSON.stringify(selector)
    const known = trees.get(key)
    if (known) return known
    const made = new TriangleTree(triangles(selector, build, things))
    trees.set(key, made)
    return made
  }
  const gapOf = (row: RowSpec, ways: Ways | undefined): Coming | undefined => {
    if (ways) return gapOnWays(row, ways, tree)
    if (row.comes) return gapOnComing({ ...row, comes: row.comes }, tree(row.a), tree(row.b))
    if (!row.travel) return smallestGap(tree(row.a), tree(row.b))
    const { train, way } = row.travel
    const others = build.rows.filter((r) => r.travel?.train === train && r.id !== row.id)
    const together = others.flatMap((r) => (r.a.of === 'whole' ? [r.a.part] : []))
    const rest = row.b.of === 'rest' ? { ...row.b, but: [...row.b.but, ...together] } : row.b
    const mover = (r: RowSpec) => ({ triangles: tree(r.a).triangles, travel: r.travel!.way })
    return gapOnTravel({ triangles: tree(row.a).triangles, travel: way }, others.map(mover), tree(rest))
  }
  const rows = build.rows.map((row, i): LedgerRow => {
    const ways = row.onWay && waysOf(row, build.rows)
    const wayless = ways && noWay(ways)
    const key = `${keyOf(row.a, build)} ${keyOf(row.b, build)} ${ways ? JSON.stringify(ways) : row.comes ? JSON.stringify(row.comes) : keyOfTravel(row, build)}`
    const gap = wayless ? undefined : cache.measured(key, () => gapOf(row, ways))
    onRow(i + 1)
    const picked = [row.a, row.b].map((s) => pickedOn(s, things))
    const problem = row.problem ?? wayless ?? picked.flatMap((p) => (p && !p.ok ? [p.problem] : []))[0]
    return {
      id: row.id,
      ...(row.step === undefined ? {} : { step: row.step }),
      between: row.between || picked.map(wordsOf).join(' to '),
      wanted: row.wanted,
      tolerance: row.tolerance,
      rule: row.rule,
      measured: gap?.distance,
      verdict: row.problem ? 'lost' : judge(row, gap?.distance),
      at: gap ? [gap.a, gap.b] : undefined,
      ...(gap?.tilted ? { tilted: gap.tilted } : {}),
      ...(problem ? { problem } : {}),
    }
  })
  cache.turn()
  return rows
}

/** Changes when what a selector means may have. */
function keyOf(selector: Selector, { parts, references }: Pick<Build, 'parts' | 'references'>): string {
  const items = referenceOf(selector, references)?.items ?? []
  const of = (): readonly { key: string }[] => {
    switch (selector.of) {
      case 'items':
        return items.filter((i) => selector.items.includes(i.id))
      case 'parts':
        return parts.filter((p) => selector.parts.includes(p.id))
      case 'drawn':
        return []
      case 'whole':
        return parts.filter((p) => wholesOf(selector).includes(p.id))
      case 'rest':
        return [...parts, ...references.flatMap((r) => r.items)]
      case 'picked':
        return [...parts, ...items].filter((x) => x.id === selector.end.owner)
    }
  }
  return JSON.stringify([selector, of().map((x) => x.key)])
}

/** What moves with a row, and how. */
const keyOfTravel = ({ travel }: RowSpec, { rows }: Pick<Build, 'rows'>): string =>
  travel ? JSON.stringify(rows.flatMap((r) => (r.travel?.train === travel.train ? [[r.a, r.travel.way]] : []))) : ''

/** What picks are found on, of a build. */
export const measurable = ({ parts, references }: Pick<Build, 'parts' | 'references'>): MeasurableThings => ({
  references,
  parts: parts.map(({ id, name, mesh }) => ({ id, name, pointable: () => pointable(mesh) })),
})

/** The reference that a selector is about, as it was sized when that was kept. */
const referenceOf = (selector: Selector, references: readonly Reference[]) =>
  selector.of === 'items'
    ? references.find((r) => r.id === selector.reference)
    : selector.of === 'picked' && selector.end.reference !== undefined
      ? references.find((r) => r.id === selector.end.reference)
      : undefined

function triangles(
  selector: Selector,
  { parts, references, rows }: Pick<Build, 'parts' | 'references' | 'rows'>,
  things: MeasurableThings,
) {
  if (selector.of !== 'picked') return selectTriangles(selector, parts, references, bending(rows))
  const pick = pickOfEnd(selector.end, things)
  return (pick.ok ? pickTriangles(pick.value, things) : undefined) ?? new Float32Array()
}

/** What bends out of the way when parts are put together. */
const bending = (rows: readonly RowSpec[]) => rows.flatMap((r) => r.bends ?? [])

/** Where what the maker picked is now; undefined of what a step selects. */
const pickedOn = (selector: Selector, things: MeasurableThings) => (selector.of === 'picked' ? pickOfEnd(selector.end, things) : undefined) // prettier-ignore

/** What was picked, in a few words. */
function wordsOf(pick: ReturnType<typeof pickedOn>): string {
  if (!pick?.ok) return 'what is gone'
  const { ownerName, as = 'item', shape } = pick.value
  if (as === 'item') return ownerName
  if (as !== 'face') return `${ownerName}, ${SENSE[as]}`
  const face = describeFace(shape, formatLength)
  return `${ownerName}, ${face.charAt(0).toLowerCase()}${face.slice(1)}`
}

const SENSE = { axis: 'its axis', edge: 'an edge', middle: 'its middle', point: 'a point' } as const

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
