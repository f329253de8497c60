import { type Box3, boxSize, length, sub, type Vec3 } from '../geometry/vec'
import type { PlacedItem } from './place-items'
import type { Reference } from './resolve'

/** What became of an item, or of a hole of the board, from one revision of a reference to the next. Lengths in mm. */
export interface Change {
  kind: 'same' | 'moved' | 'resized' | 'new' | 'gone'
  what: 'item' | 'hole'
  name: string
  /** Ids in the old and the new revision. */
  before?: string
  after?: string
  /** How its middle has moved. */
  by?: Vec3
  /** Sizes before and after, where they differ; a hole's are its diameter. */
  sizes?: [before: readonly number[], after: readonly number[]]
}

/** Differences below this are none, mm. */
const SAME = 0.01
/** Items of another name are taken for the same one if their sizes agree this well and they lie this near, mm. */
const ALIKE = 0.05
const NEAR = 3
/** Holes are followed this far, mm. */
const HOLE_REACH = 6

const middle = ({ min, max }: Box3): Vec3 => [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2]
const apart = (a: PlacedItem, b: PlacedItem): number => length(sub(middle(a.bounds), middle(b.bounds)))
const bare = (id: string): string => id.replace(/~\d+$/, '')

/**
 * Compares two revisions of a reference, both placed the way the project has it: items are matched by name (of several
 * of one name the nearest), what is left by size and place; holes of the board by diameter and place.
 */
export function compareRevisions(before: Reference, after: Reference): Change[] {
  const [old, next] = [before.items.filter((i) => !i.made), after.items.filter((i) => !i.made)]
  const pairs = matchItems(old, next)
  const matched = new Set(pairs.map(([, b]) => b))
  const known = new Set(pairs.map(([a]) => a))
  return [
    ...pairs.map(([a, b]) => itemChange(a, b)),
    ...next
      .filter((i) => !matched.has(i))
      .map((i): Change => ({ kind: 'new', what: 'item', name: i.name, after: i.id })),
    ...old
      .filter((i) => !known.has(i))
      .map((i): Change => ({ kind: 'gone', what: 'item', name: i.name, before: i.id })),
    ...holeChanges(before, after),
  ]
}

function matchItems(before: readonly PlacedItem[], after: readonly PlacedItem[]): [PlacedItem, PlacedItem][] {
  const free = new Set(after)
  const pairs: [PlacedItem, PlacedItem][] = []
  const take = (a: PlacedItem, candidates: PlacedItem[]) => {
    const best = candidates.sort((x, y) => apart(a, x) - apart(a, y))[0]
    if (!best) return false
    free.delete(best)
    pairs.push([a, best])
    return true
  }
  // Those that have not stirred are paired first, so that their like do not take them.
  const left = before.filter((a) => !take(a, [...free].filter((b) => bare(b.id) === bare(a.id) && apart(a, b) < SAME))) // prettier-ignore
  const unnamed = left.filter((a) => !take(a, [...free].filter((b) => bare(b.id) === bare(a.id)))) // prettier-ignore
  for (const a of unnamed) take(a, [...free].filter((b) => alike(a, b) && apart(a, b) < NEAR)) // prettier-ignore
  return pairs
}

function alike(a: PlacedItem, b: PlacedItem): boolean {
  const [s, t] = [boxSize(a.bounds), boxSize(b.bounds)]
  return s.every((v, i) => Math.abs(v - t[i]!) <= ALIKE * Math.max(v, 0.5))
}

function itemChange(a: PlacedItem, b: PlacedItem): Change {
  const by = sub(middle(b.bounds), middle(a.bounds))
  const [s, t] = [boxSize(a.bounds), boxSize(b.bounds)]
  const resized = s.some((v, i) => Math.abs(v - t[i]!) > SAME) || Math.abs(a.volume / b.volume - 1) > 0.002
  const moved = length(by) > SAME
  return {
    kind: resized ? 'resized' : moved ? 'moved' : 'same',
    what: 'item',
    name: b.name,
    before: a.id,
    after: b.id,
    ...(moved ? { by } : {}),
    ...(resized ? { sizes: [s, t] as [readonly number[], readonly number[]] } : {}),
  }
}

function holeChanges(before: Reference, after: Reference): Change[] {
  const free = new Set(after.board?.holes ?? [])
  const out: Change[] = []
  for (const a of before.board?.holes ?? []) {
    const gap = (b: { centre: readonly number[] }) => Math.hypot(b.centre[0]! - a.centre[0], b.centre[1]! - a.centre[1])
    const best = [...free].filter((b) => gap(b) < HOLE_REACH).sort((x, y) => gap(x) + 10 * Math.abs(x.diameter - a.diameter) - gap(y) - 10 * Math.abs(y.diameter - a.diameter))[0] // prettier-ignore
    if (!best) {
      out.push({ kind: 'gone', what: 'hole', name: a.name, before: a.id })
      continue
    }
    free.delete(best)
    const resized = Math.abs(best.diameter - a.diameter) > SAME
    const moved = gap(best) > SAME
    out.push({
      kind: resized ? 'resized' : moved ? 'moved' : 'same',
      what: 'hole',
      name: a.name,
      before: a.id,
      after: best.id,
      ...(moved ? { by: [best.centre[0] - a.centre[0], best.centre[1] - a.centre[1], 0] as const } : {}),
      ...(resized ? { sizes: [[a.diameter], [best.diameter]] as [readonly number[], readonly number[]] } : {}),
    })
  }
  for (const b of free) out.push({ kind: 'new', what: 'hole', name: b.name, after: b.id })
  return out
}

/** What changed, in a maker's words. `format` writes a length. */
export function describeChange(change: Change, format: (mm: number) => string): string {
  const size = (list: readonly number[]) =>
    change.what === 'hole' ? `Ø ${format(list[0]!)}` : list.map(format).join(' × ')
  const parts = [
    change.sizes && `was ${size(change.sizes[0])}, is ${size(change.sizes[1])}`,
    change.by && `moved by ${format(length(change.by))} (${change.by.map((v, i) => [v, 'xyz'[i]] as const).filter(([v]) => Math.abs(v) > SAME).map(([v, axis]) => `${axis} ${v > 0 ? '+' : '−'}${format(Math.abs(v))}`).join(', ')})`, // prettier-ignore
    change.kind === 'new' && 'is new',
    change.kind === 'gone' && 'is gone',
    change.kind === 'same' && 'is the same',
  ].filter((p) => p !== undefined && p !== false)
  return parts.join(', ')
}
