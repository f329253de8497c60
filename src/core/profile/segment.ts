import type { Vec2 } from '../geometry/vec'

/**
 * A straight or circular piece of an outline, run from `a` to `b`. Lengths in mm. Its `id` is its name for as long as
 * the outline is worked on: offsets, cuts and reversals keep it, and solids made of the outline name their sides by it.
 */
export type Segment = Line | Arc
interface Named {
  id?: string | undefined
}
export interface Line extends Named {
  kind: 'line'
  a: Vec2
  b: Vec2
}
export interface Arc extends Named {
  kind: 'arc'
  a: Vec2
  b: Vec2
  centre: Vec2
  /** Anticlockwise from a to b; an arc never closes on itself (a full circle is two arcs). */
  ccw: boolean
}

/** A closed run of segments; each begins where the one before ends. */
export type Loop = readonly Segment[]

/** A flat region: material lies to the left of every loop (outside anticlockwise, holes clockwise). */
export interface Profile {
  loops: readonly Loop[]
}

export const line = (a: Vec2, b: Vec2, id?: string): Line => ({ kind: 'line', a, b, id })
export const arc = (a: Vec2, b: Vec2, centre: Vec2, ccw: boolean, id?: string): Arc => ({
  kind: 'arc',
  a,
  b,
  centre,
  ccw,
  id,
})
/** The same piece of line or circle with other ends, under the same name. */
export const between = (s: Segment, a: Vec2, b: Vec2): Segment =>
  s.kind === 'line' ? line(a, b, s.id) : arc(a, b, s.centre, s.ccw, s.id)

export const gap2 = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1])
export const angleOf = (centre: Vec2, p: Vec2): number => Math.atan2(p[1] - centre[1], p[0] - centre[0])
export const polar = (centre: Vec2, radius: number, angle: number): Vec2 => [
  centre[0] + radius * Math.cos(angle),
  centre[1] + radius * Math.sin(angle),
]

export const radiusOf = (s: Arc): number => (gap2(s.a, s.centre) + gap2(s.b, s.centre)) / 2

const TURN = 2 * Math.PI
const wrap = (angle: number): number => ((angle % TURN) + TURN) % TURN

/** The angle an arc runs through, positive, up to a full turn. */
export function sweepOf(s: Arc): number {
  const from = angleOf(s.centre, s.a)
  const to = angleOf(s.centre, s.b)
  return wrap(s.ccw ? to - from : from - to)
}

export const lengthOf = (s: Segment): number => (s.kind === 'line' ? gap2(s.a, s.b) : radiusOf(s) * sweepOf(s))

/** The point at a share (0 to 1) of the way. */
export function pointAt(s: Segment, t: number): Vec2 {
  if (t === 0) return s.a
  if (t === 1) return s.b
  if (s.kind === 'line') return [s.a[0] + (s.b[0] - s.a[0]) * t, s.a[1] + (s.b[1] - s.a[1]) * t]
  const angle = angleOf(s.centre, s.a) + (s.ccw ? 1 : -1) * sweepOf(s) * t
  return polar(s.centre, radiusOf(s), angle)
}

/** The unit direction of travel at a share of the way. */
export function directionAt(s: Segment, t: number): Vec2 {
  if (s.kind === 'line') {
    const l = gap2(s.a, s.b) || 1
    return [(s.b[0] - s.a[0]) / l, (s.b[1] - s.a[1]) / l]
  }
  const p = pointAt(s, t)
  const l = gap2(p, s.centre) || 1
  const [x, y] = [(p[0] - s.centre[0]) / l, (p[1] - s.centre[1]) / l]
  return s.ccw ? [-y, x] : [y, -x]
}

/** The part between two shares of the way. */
export function portion(s: Segment, from: number, to: number): Segment {
  return between(s, pointAt(s, from), pointAt(s, to))
}

export const reversed = (s: Segment): Segment =>
  s.kind === 'line' ? line(s.b, s.a, s.id) : arc(s.b, s.a, s.centre, !s.ccw, s.id)

export const reversedLoop = (loop: Loop): Loop => [...loop].reverse().map(reversed)

/** The share of the way at which a point lies that is on (or nearest to) the segment's line or circle, unclamped for lines. */
export function shareAt(s: Segment, p: Vec2): number {
  if (s.kind === 'line') {
    const [dx, dy] = [s.b[0] - s.a[0], s.b[1] - s.a[1]]
    return ((p[0] - s.a[0]) * dx + (p[1] - s.a[1]) * dy) / (dx * dx + dy * dy || 1)
  }
  const sweep = sweepOf(s)
  const from = angleOf(s.centre, s.a)
  const to = angleOf(s.centre, p)
  const run = wrap(s.ccw ? to - from : from - to)
  return run > sweep && run - sweep > TURN - run ? (run - TURN) / sweep : run / sweep
}

/** The distance from a point to the segment. */
export function distanceTo(s: Segment, p: Vec2): number {
  if (s.kind === 'line') return gap2(p, pointAt(s, Math.min(1, Math.max(0, shareAt(s, p)))))
  const t = shareAt(s, p)
  if (t >= 0 && t <= 1) return Math.abs(gap2(p, s.centre) - radiusOf(s))
  return Math.min(gap2(p, s.a), gap2(p, s.b))
}

/** The box around a segment: [min x, min y, max x, max y]. */
export function boxOf(s: Segment): [number, number, number, number] {
  const xs = [s.a[0], s.b[0]]
  const ys = [s.a[1], s.b[1]]
  if (s.kind === 'arc') {
    const r = radiusOf(s)
    for (const [x, y] of [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ] as const) {
      const p: Vec2 = [s.centre[0] + x * r, s.centre[1] + y * r]
      const t = shareAt(s, p)
      if (t > 0 && t < 1) {
        xs.push(p[0])
        ys.push(p[1])
      }
    }
  }
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}
