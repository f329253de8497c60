import type { Drawn } from '@/core/fields/drawn-shape'
import type { SavedPlace } from '@/core/fields/place'
import type { SavedShape } from '@/core/fields/shapes'
import type { Vec2 } from '@/core/geometry/vec'
import { meetings } from '@/core/profile/intersect'
import type { Segment } from '@/core/profile/segment'

/** An end of a line that meets no other. */
export interface LooseEnd {
  shape: string
  /** The point of the shape that lies there. */
  point: string
  at: Vec2
  /** Which way it runs there, where it is straight. */
  along?: Vec2
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
      d.open.flatMap(
        (run): LooseEnd[] =>
        ([[run[0]!.a, run[0]!], [run.at(-1)!.b, run.at(-1)!]] as const).map(([at, s]) => ({ shape: d.id, point: pointAt(d, at), at, ...straight(s) })), // prettier-ignore
      ),
    )
  return ends.filter((e, i) => !ends.some((o, k) => k !== i && apart(o.at, e.at) <= MEET))
}

const straight = (s: Segment): { along?: Vec2 } =>
  s.kind === 'line' ? { along: [s.b[0] - s.a[0], s.b[1] - s.a[1]] } : {}

/** Where lines of two shapes that are open cross each other, away from their ends: nothing closes there. */
export function crossings(drawn: readonly Drawn[]): Vec2[] {
  const runs = drawn.filter((d) => d.is !== 'guide').flatMap((d) => d.open.map((run) => ({ shape: d.id, run })))
  const ends = runs.flatMap(({ run }) => [run[0]!.a, run.at(-1)!.b])
  return runs.flatMap(({ shape, run }, i) =>
    runs.slice(i + 1).flatMap((other) => {
      if (other.shape === shape) return []
      return run.flatMap((s) => other.run.flatMap((t) => meetings(s, t))).filter((p) => !ends.some((e) => apart(e, p) <= MEET)) // prettier-ignore
    }),
  )
}

/** Where two straight ends would meet if they went on, or were cut off: near both, or nowhere. */
function corner(a: LooseEnd, b: LooseEnd): Vec2 | undefined {
  if (!a.along || !b.along) return undefined
  const det = a.along[0] * b.along[1] - a.along[1] * b.along[0]
  if (Math.abs(det) < 1e-3 * Math.hypot(...a.along) * Math.hypot(...b.along)) return undefined
  const u = ((b.at[0] - a.at[0]) * b.along[1] - (b.at[1] - a.at[1]) * b.along[0]) / det
  const p: Vec2 = [a.at[0] + u * a.along[0], a.at[1] + u * a.along[1]]
  return apart(p, a.at) <= NEAR && apart(p, b.at) <= NEAR ? p : undefined
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
    const here = corner(first, later)
    const earlier = tied.get(first.shape) ?? saved[order(first.shape)]
    const moved = here && earlier && isFree(earlier, first.point) ? tiedAt(earlier, first.point, { along: fine(here[0]), up: fine(here[1]), from: '' }) : undefined // prettier-ignore
    const shape = tied.get(later.shape) ?? saved[order(later.shape)]
    const next = shape && first.point && tiedAt(shape, later.point, { along: '0', up: '0', from: `${first.shape}.${first.point}` }) // prettier-ignore
    if (!next) continue
    tied.set(later.shape, next)
    if (moved) tied.set(first.shape, moved)
    done.add(end)
    done.add(near)
  }
  return tied.size > 0 ? saved.map((s) => tied.get(s.id) ?? s) : undefined
}

const fine = (v: number): number => Math.round(v * 1e4) / 1e4

/** True if a point of a shape was pointed at and neither typed nor tied, so that it may go to where lines cross. */
function isFree(shape: SavedShape, point: string): boolean {
  const place = placeAt(shape, point)
  return place !== undefined && 'along' in place && !place.from && typeof place.along === 'number' && typeof place.up === 'number' // prettier-ignore
}

function placeAt({ fields }: SavedShape, point: string): SavedPlace | undefined {
  const row = Number(point)
  if (Array.isArray(fields.through) && row > 0) return fields.through[row - 1] as SavedPlace
  return point === 'from' || point === 'to' ? (fields[point] as SavedPlace | undefined) : undefined
}

/** A shape with one of its points put elsewhere: a field of that name, or one of its places in a row. */
function tiedAt(shape: SavedShape, point: string, place: SavedPlace): SavedShape | undefined {
  const { fields } = shape
  const row = Number(point)
  if (Array.isArray(fields.through) && row > 0)
    return { ...shape, fields: { ...fields, through: fields.through.map((p: unknown, i) => (i === row - 1 ? place : p)) } } // prettier-ignore
  return point === 'from' || point === 'to' ? { ...shape, fields: { ...fields, [point]: place } } : undefined
}
