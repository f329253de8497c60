import type { Drawn } from '@/core/fields/drawn-shape'
import type { MarkOf } from '@/core/fields/mark'
import type { Vec2 } from '@/core/geometry/vec'
import { distanceTo } from '@/core/profile/segment'
import type { Draft } from '@/core/ties/draft'
import { SIZES } from '@/core/ties/draft'
import type { Spot } from '@/core/ties/linear'
import { worthOf } from '@/core/ties/solution'

/** A point, straight edge or round that can be picked and tied, where it is now. Lengths mm. */
export type Marked =
  | { what: 'point'; mark: string; at: Vec2 }
  | { what: 'line'; mark: string; from: Vec2; to: Vec2 }
  | { what: 'round'; mark: string; centre: Vec2; radius: number }

/** True for the mark of a shape, or of a piece or point of it. */
export const isOf = (mark: string, shape: string): boolean => mark === shape || mark.startsWith(`${shape}.`)

const named = (shape: string, name: string): string => (name === '' ? shape : `${shape}.${name}`)

/** All that can be tied. @param now what the draft's unknowns are */
export function markedOf(draft: Draft, now: Float64Array): Marked[] {
  const at = ([x, y]: Spot): Vec2 => [worthOf(draft, now, x), worthOf(draft, now, y)]
  return [...draft.bones].flatMap(([shape, { points = {}, lines = {}, rounds = {} }]): Marked[] => [
    ...Object.entries(points).map(([name, p]) => ({ what: 'point' as const, mark: named(shape, name), at: at(p) })),
    ...Object.entries(lines).map(([name, [p, q]]) => ({ what: 'line' as const, mark: named(shape, name), from: at(p), to: at(q) })), // prettier-ignore
    ...Object.entries(rounds).map(([name, r]) => ({ what: 'round' as const, mark: named(shape, name), centre: at(r.centre), radius: worthOf(draft, now, r.radius) })), // prettier-ignore
  ])
}

const far = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1])

/** How far a place is from what is marked, mm. */
function offFrom(m: Marked, p: Vec2): number {
  if (m.what === 'point') return far(m.at, p)
  if (m.what === 'round') return Math.abs(far(m.centre, p) - m.radius)
  const [dx, dy] = [m.to[0] - m.from[0], m.to[1] - m.from[1]]
  const long = dx * dx + dy * dy
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((p[0] - m.from[0]) * dx + (p[1] - m.from[1]) * dy) / long))
  return far(p, [m.from[0] + t * dx, m.from[1] + t * dy])
}

/** The nearest of a kind that is within reach; of the same place the one drawn first. */
export const nearestMark = (marks: readonly Marked[], what: MarkOf, p: Vec2, reach: number): Marked | undefined =>
  marks
    .filter((m) => m.what === what)
    .map((m) => ({ m, off: offFrom(m, p) }))
    .filter(({ off }) => off <= reach)
    .sort((a, b) => a.off - b.off)[0]?.m

/** The shape whose lines are nearest, within reach. */
export function nearestShape(drawn: readonly Drawn[], p: Vec2, reach: number): string | undefined {
  let best: { id: string; off: number } | undefined
  for (const d of drawn)
    for (const run of [...d.regions.flatMap((r) => r.loops), ...d.open])
      for (const s of run) {
        const off = distanceTo(s, p)
        if (off <= reach && (!best || off < best.off)) best = { id: d.id, off }
      }
  return best?.id
}

/** The straight edge or round that is drawn there; an arc's round only where the arc runs. */
export function edgeAt(
  marks: readonly Marked[],
  drawn: readonly Drawn[],
  p: Vec2,
  reach: number,
): Exclude<Marked, { what: 'point' }> | undefined {
  const hit = nearestShape(drawn, p, reach)
  if (hit === undefined) return undefined
  const own = marks.filter((m) => isOf(m.mark, hit))
  const found = nearestMark(own, 'line', p, reach) ?? nearestMark(own, 'round', p, reach)
  return found?.what === 'point' ? undefined : found
}

/** Where the name of what ties a mark is written. */
export const placeOf = (m: Marked): Vec2 =>
  m.what === 'point'
    ? m.at
    : m.what === 'line'
      ? [(m.from[0] + m.to[0]) / 2, (m.from[1] + m.to[1]) / 2]
      : [m.centre[0] + m.radius * Math.SQRT1_2, m.centre[1] + m.radius * Math.SQRT1_2]

/** The unknowns that a point's coordinates are, -1 where one is given or hangs on several. */
export const unknownsOf = (spot: Spot): readonly [number, number] =>
  spot.map(({ terms }) => {
    const own = terms.filter(([q]) => q < SIZES)
    return own.length === 1 && own[0]![1] === 1 ? own[0]![0] : -1
  }) as [number, number]
