import type { SavedPlace } from '@/core/fields/place'
import type { Drawn } from '@/core/fields/drawn-shape'
import type { Vec2 } from '@/core/geometry/vec'
import { type CaughtTie, markWords, pointWords } from '../store/drawing-state'
import { edgeAt, type Marked } from './marked'

/** What a place caught on besides a point: without the place that it is of. */
export type Caught = CaughtTie extends infer T ? (T extends unknown ? Omit<T, 'place'> : never) : never

/** Where a point that is being put would come to lie, and how the document keeps it. */
export interface Snapped {
  at: Vec2
  place: SavedPlace
  /** What it has caught on, in words. */
  on?: string
  /** The ties that this makes. */
  caught?: readonly Caught[]
}

const STEPS = [0.01, 0.05, 0.1, 0.5, 1, 5, 10, 50]
/** Steps are at least this far apart on the screen, pixels. */
const FINEST = 5

/** The step that places go by at a magnification, mm. */
export const stepAt = (pixelsPerMm: number): number => STEPS.find((s) => s * pixelsPerMm >= FINEST) ?? STEPS.at(-1)!

interface Around {
  drawn: readonly Drawn[]
  /** Edges and rounds that can be tied. */
  marks: readonly Marked[]
  letter: (shape: string) => string
  /** Where the straight piece that ends here begins. */
  before?: Vec2 | undefined
}

/**
 * A point of an earlier shape or the datum if one is within reach, else a line or a circle, else level with or above where
 * the piece begins: each makes a tie. Otherwise the nearest whole step, or none with `free`.
 * @param reach mm
 */
export function snapped(
  at: Vec2,
  { drawn, marks, letter, before }: Around,
  { reach, step, free }: { reach: number; step: number; free: boolean },
): Snapped {
  const built = drawn.flatMap((d) =>
    Object.entries(d.points).map(([name, p]) => ({ from: `${d.id}.${name}`, p, on: pointWords(letter(d.id), name) })),
  )
  // What was drawn a moment ago is in no build yet, but known here.
  const there = new Set(built.map((b) => b.from))
  const fresh = marks.flatMap((m) =>
    m.what === 'point' && !there.has(m.mark) ? [{ from: m.mark, p: m.at, on: markWords(letter, m.mark) }] : [],
  )
  const points = [{ from: '', p: [0, 0] as Vec2, on: 'the datum' }, ...built, ...fresh]
  const off = (p: Vec2) => Math.hypot(p[0] - at[0], p[1] - at[1])
  const near = points.filter((m) => off(m.p) <= reach).sort((a, b) => off(a.p) - off(b.p))[0]
  if (near && !free) return { at: near.p, on: near.on, place: { along: '0', up: '0', from: near.from } }
  const to = (v: number) => (free ? Math.round(v * 100) / 100 : Math.round(Math.round(v / step) * step * 1000) / 1000)
  const put = ([along, up]: Vec2, on?: string, caught?: readonly Caught[]): Snapped => ({
    at: [along, up],
    place: { along, up, from: '' },
    ...(on ? { on } : {}),
    ...(caught ? { caught } : {}),
  })
  const plain: Vec2 = [to(at[0]), to(at[1])]
  if (free) return put(plain)
  const line = edgeAt(marks, drawn, at, reach / 2)
  if (line) return put(footOn(line, at), markWords(letter, line.mark), [{ kind: 'on', to: line.mark }])
  if (before && Math.abs(before[1] - at[1]) <= reach / 2) return put([plain[0], before[1]], 'level', [{ kind: 'level' }]) // prettier-ignore
  if (before && Math.abs(before[0] - at[0]) <= reach / 2) return put([before[0], plain[1]], 'upright', [{ kind: 'upright' }]) // prettier-ignore
  return put(plain)
}

/** The nearest point of a line or a circle, to a thousandth. */
function footOn(m: Marked, p: Vec2): Vec2 {
  const fine = (v: number) => Math.round(v * 1000) / 1000
  if (m.what === 'point') return m.at
  if (m.what === 'round') {
    const [x, y] = [p[0] - m.centre[0], p[1] - m.centre[1]]
    const share = m.radius / (Math.hypot(x, y) || 1)
    return [fine(m.centre[0] + x * share), fine(m.centre[1] + y * share)]
  }
  const [dx, dy] = [m.to[0] - m.from[0], m.to[1] - m.from[1]]
  const t = ((p[0] - m.from[0]) * dx + (p[1] - m.from[1]) * dy) / (dx * dx + dy * dy || 1)
  return [fine(m.from[0] + t * dx), fine(m.from[1] + t * dy)]
}
