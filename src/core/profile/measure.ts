import type { Vec2 } from '../geometry/vec'
import { toPolygon } from './polygon'
import {
  boxOf,
  directionAt,
  distanceTo,
  gap2,
  lengthOf,
  type Loop,
  pointAt,
  type Profile,
  radiusOf,
  type Segment,
  sweepOf,
} from './segment'

/** The signed area of a loop in mm2 (Green's theorem, arcs by their circular segments); positive anticlockwise. */
export function loopArea(loop: Loop): number {
  let twice = 0
  for (const s of loop) {
    twice += s.a[0] * s.b[1] - s.b[0] * s.a[1]
    if (s.kind === 'arc') {
      const sweep = sweepOf(s)
      const segment = radiusOf(s) ** 2 * (sweep - Math.sin(sweep))
      twice += s.ccw ? segment : -segment
    }
  }
  return twice / 2
}

/** The area of a profile in mm2, holes taken off. */
export const areaOf = (profile: Profile): number => profile.loops.reduce((sum, loop) => sum + loopArea(loop), 0)

/** The middle of the area a loop encloses (arcs as fine chords). */
export function centroidOf(loop: Loop): Vec2 {
  const { points } = toPolygon(loop, 1e-3)
  const [ox, oy] = points[0]!
  let [twice, x, y] = [0, 0, 0]
  for (const [i, p] of points.entries()) {
    const q = points[(i + 1) % points.length]!
    const cross = (p[0] - ox) * (q[1] - oy) - (q[0] - ox) * (p[1] - oy)
    twice += cross
    x += (p[0] + q[0] - 2 * ox) * cross
    y += (p[1] + q[1] - 2 * oy) * cross
  }
  return [ox + x / (3 * twice), oy + y / (3 * twice)]
}

/** The middle of a region's area, holes out. */
export function middleOf({ loops }: Profile): Vec2 {
  const parts = loops.map((loop) => ({ area: loopArea(loop), at: centroidOf(loop) }))
  const whole = parts.reduce((sum, p) => sum + p.area, 0)
  const mean = (k: 0 | 1) => parts.reduce((sum, p) => sum + p.area * p.at[k], 0) / whole
  return [mean(0), mean(1)]
}

/** The length of all edges in mm. */
export const perimeterOf = (profile: Profile): number =>
  profile.loops.reduce((sum, loop) => sum + loop.reduce((l, s) => l + lengthOf(s), 0), 0)

/** The box around a profile: [min x, min y, max x, max y]. */
export function boundsOf(profile: Profile): [number, number, number, number] {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const loop of profile.loops)
    for (const s of loop) {
      const [x0, y0, x1, y1] = boxOf(s)
      box[0] = Math.min(box[0], x0)
      box[1] = Math.min(box[1], y0)
      box[2] = Math.max(box[2], x1)
      box[3] = Math.max(box[3], y1)
    }
  return box
}

/** The distance from a point to the nearest edge. */
export function distanceToEdges(loops: readonly Loop[], p: Vec2): number {
  let least = Infinity
  for (const loop of loops) for (const s of loop) least = Math.min(least, distanceTo(s, p))
  return least
}

/** The nearest edge to a point. */
export function nearestSegment(loops: readonly Loop[], p: Vec2): { segment: Segment; distance: number } | undefined {
  let best: { segment: Segment; distance: number } | undefined
  for (const loop of loops)
    for (const segment of loop) {
      const distance = distanceTo(segment, p)
      if (!best || distance < best.distance) best = { segment, distance }
    }
  return best
}

/** True where a point lies in the material (crossings of a ray towards +x counted with their sense). */
export function contains(profile: Profile, p: Vec2): boolean {
  let winding = 0
  for (const loop of profile.loops) for (const s of loop) winding += crossing(s, p)
  return winding > 0
}

function crossing(s: Segment, p: Vec2): number {
  if (s.kind === 'line') return lineCrossing(s.a, s.b, p)
  // An arc crosses like its chord, corrected where the point lies between chord and arc.
  const chord = lineCrossing(s.a, s.b, p)
  const inCircle = gap2(p, s.centre) < radiusOf(s)
  if (!inCircle) return chord
  const side = (s.b[0] - s.a[0]) * (p[1] - s.a[1]) - (s.b[1] - s.a[1]) * (p[0] - s.a[0])
  // Right on the chord, the ray meets the arc if that lies to the right of it, or, over a level chord, above it.
  const up = s.b[1] > s.a[1] || (s.b[1] === s.a[1] && s.b[0] < s.a[0])
  const beyondChord = side === 0 ? s.ccw === up : s.ccw ? side < 0 : side > 0
  return beyondChord ? chord + (s.ccw ? 1 : -1) : chord
}

function lineCrossing(a: Vec2, b: Vec2, p: Vec2): number {
  const up = a[1] <= p[1] && b[1] > p[1]
  const down = a[1] > p[1] && b[1] <= p[1]
  if (!up && !down) return 0
  const x = a[0] + ((p[1] - a[1]) / (b[1] - a[1])) * (b[0] - a[0])
  return x > p[0] ? (up ? 1 : -1) : 0
}

/** The angle between the directions at which one segment ends and the next begins, positive to the left; straight back is. */
export function turnBetween(s: Segment, t: Segment): number {
  const [u, v] = [directionAt(s, 1), directionAt(t, 0)]
  const turn = Math.atan2(u[0] * v[1] - u[1] * v[0], u[0] * v[0] + u[1] * v[1])
  return turn < -Math.PI + 1e-9 ? Math.PI : turn
}

/** A point a little inside an upright loop: beside the middle of its longest piece. */
export function insideOf(loop: Loop): Vec2 {
  const longest = loop.reduce((long, s) => (lengthOf(s) > lengthOf(long) ? s : long))
  const [x, y] = pointAt(longest, 0.5)
  const [dx, dy] = directionAt(longest, 0.5)
  const step = Math.min(1e-3, lengthOf(longest) / 10)
  return [x - dy * step, y + dx * step]
}
