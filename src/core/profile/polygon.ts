import type { Vec2 } from '../geometry/vec'
import { type Loop, pointAt, type Profile, radiusOf, type Segment, sweepOf } from './segment'

/** A closed polygon with, for each of its edges (from vertex i to i + 1), the segment of the loop it stands for. */
export interface TracedPolygon {
  points: Vec2[]
  segment: number[]
}

/** Number of equal chords that keep an arc's sagitta under the tolerance (mm): s = r (1 - cos(step / 2)). */
export function chordsFor(radius: number, sweep: number, tolerance: number): number {
  if (radius <= tolerance) return Math.max(2, Math.ceil(sweep / (Math.PI / 3)))
  const step = 2 * Math.acos(1 - tolerance / radius)
  return Math.max(1, Math.ceil(sweep / Math.min(step, Math.PI / 6) - 1e-9))
}

/** A loop as a polygon whose vertices lie on it. */
export function toPolygon(loop: Loop, tolerance: number): TracedPolygon {
  const points: Vec2[] = []
  const segment: number[] = []
  for (const [index, s] of loop.entries()) {
    const count = chordCount(s, tolerance)
    for (let i = 0; i < count; i++) {
      points.push(pointAt(s, i / count))
      segment.push(index)
    }
  }
  return { points, segment }
}

export const chordCount = (s: Segment, tolerance: number): number =>
  s.kind === 'line' ? 1 : chordsFor(radiusOf(s), sweepOf(s), tolerance)

export const toPolygons = (profile: Profile, tolerance: number): TracedPolygon[] =>
  profile.loops.map((loop) => toPolygon(loop, tolerance))

/** The signed area of a closed polygon in mm2, positive anticlockwise. */
export function polygonArea(points: readonly Vec2[]): number {
  let twice = 0
  for (const [i, p] of points.entries()) {
    const q = points[(i + 1) % points.length]!
    twice += p[0] * q[1] - q[0] * p[1]
  }
  return twice / 2
}

/** True inside a closed polygon, whichever way it runs. */
export function inPolygon(points: readonly Vec2[], [x, y]: Vec2): boolean {
  let inside = false
  for (const [i, a] of points.entries()) {
    const b = points[(i + 1) % points.length]!
    if (a[1] > y !== b[1] > y && x < a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0])) inside = !inside
  }
  return inside
}
