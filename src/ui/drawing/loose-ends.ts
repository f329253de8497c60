import type { Drawn } from '@/core/fields/drawn-shape'
import type { SavedPlace } from '@/core/fields/place'
import type { SavedShape } from '@/core/fields/shapes'
import type { Vec2 } from '@/core/geometry/vec'

/** An end of a line that meets no other. */
export interface LooseEnd {
  shape: string
  /** The point of the shape that lies there. */
  point: string
  at: Vec2
}

/** Ends this near to each other meet, mm. */
const MEET = 1e-4
/** And these are meant to, mm. */
const NEAR = 2

/** Ends of material and holes that are open. */
export function looseEnds(drawn: readonly Drawn[]): LooseEnd[] {
  const ends = drawn
    .filter((d) => d.is !== 'guide')
    .flatMap((d) =>
      d.open.flatMap((run): LooseEnd[] =>
        [run[0]!.a, run.at(-1)!.b].map((at) => ({ shape: d.id, point: pointAt(d, at), at })),
      ),
    )
  return ends.filter((e, i) => !ends.some((o, k) => k !== i && apart(o.at, e.at) <= MEET))
}

const apart = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1])
const pointAt = (d: Drawn, at: Vec2): string =>
  Object.entries(d.points).find(([, p]) => apart(p, at) <= MEET)?.[0] ?? ''

/** Shapes with their loose ends tied to others that are near; the later one of two goes to the earlier. */
export function mended(saved: readonly SavedShape[], ends: readonly LooseEnd[]): SavedShape[] | undefined {
  const order = (id: string) => saved.findIndex((s) => s.id === id)
  const tied = new Map<string, SavedShape>()
  const done = new Set<LooseEnd>()
  for (const end of ends) {
    const near = ends
      .filter((o) => o.shape !== end.shape && !done.has(o) && apart(o.at, end.at) <= NEAR)
      .sort((a, b) => apart(a.at, end.at) - apart(b.at, end.at))[0]
    if (!near || done.has(end)) continue
    const [first, later] = order(end.shape) < order(near.shape) ? [end, near] : [near, end]
    const shape = tied.get(later.shape) ?? saved[order(later.shape)]
    const next = shape && first.point && tiedAt(shape, later.point, { along: '0', up: '0', from: `${first.shape}.${first.point}` }) // prettier-ignore
    if (!next) continue
    tied.set(later.shape, next)
    done.add(end)
    done.add(near)
  }
  return tied.size > 0 ? saved.map((s) => tied.get(s.id) ?? s) : undefined
}

/** A shape with one of its points put elsewhere: a field of that name, or one of its places in a row. */
function tiedAt(shape: SavedShape, point: string, place: SavedPlace): SavedShape | undefined {
  const { fields } = shape
  const row = Number(point)
  if (Array.isArray(fields.through) && row > 0)
    return { ...shape, fields: { ...fields, through: fields.through.map((p: unknown, i) => (i === row - 1 ? place : p)) } } // prettier-ignore
  return point === 'from' || point === 'to' ? { ...shape, fields: { ...fields, [point]: place } } : undefined
}
