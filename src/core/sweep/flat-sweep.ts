import type { Vec2 } from '../geometry/vec'
import { polygonArea } from '../profile/polygon'

/** Outlines as polygons; holes turn clockwise. */
export type Flat = readonly (readonly Vec2[])[]

/** A turn goes by steps between which a corner leaves its circle by at most this, mm. */
const BULGE = 0.02
const MOST_STEP = (5 * Math.PI) / 180
const LEAST_STEP = (0.5 * Math.PI) / 180

/** Polygons whose union is what flat outlines come through on a straight way: exact. */
export function slidFlat(flat: Flat, by: Vec2): Vec2[][] {
  const moved = (p: Vec2): Vec2 => [p[0] + by[0], p[1] + by[1]]
  return [
    ...flat.map((loop) => [...loop]),
    ...flat.map((loop) => loop.map(moved)),
    ...edges(flat).map(([a, b]) => leftward([a, b, moved(b), moved(a)])),
  ]
}

/** Polygons whose union covers what flat outlines come through as they turn about the origin, radians. */
export function turnedFlat(flat: Flat, from: number, to: number): Vec2[][] {
  const far = Math.max(0, ...flat.flat().map(([x, y]) => Math.hypot(x, y)))
  const bend = 2 * Math.acos(far / (far + BULGE))
  const step = Math.min(MOST_STEP, Math.max(LEAST_STEP, bend))
  const count = Math.max(1, Math.ceil(Math.abs(to - from) / step))
  const out = flat.map((loop) => loop.map((p) => turned(p, from, 1)))
  for (const [a, b] of edges(flat))
    for (const [p, q] of outwardParts(a, b)) {
      const inner = arc(p, from, to, count, false)
      const outer = arc(q, from, to, count, true)
      out.push(leftward([...inner, ...outer.reverse()]))
    }
  return out
}

/** An edge, or its two parts on both sides of where it is nearest to the origin; each with its nearer end first. */
function outwardParts(a: Vec2, b: Vec2): (readonly [Vec2, Vec2])[] {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const along = dx * dx + dy * dy
  if (along === 0) return []
  const s = -(a[0] * dx + a[1] * dy) / along
  if (s <= 0) return [[a, b]]
  if (s >= 1) return [[b, a]]
  const foot: Vec2 = [a[0] + s * dx, a[1] + s * dy]
  return [[foot, a], [foot, b]] // prettier-ignore
}

/** The path of a turning point: chords within its circle, or tangents around it. */
function arc(p: Vec2, from: number, to: number, count: number, around: boolean): Vec2[] {
  const each = (to - from) / count
  if (!around) return Array.from({ length: count + 1 }, (_, k) => turned(p, from + k * each, 1))
  const wide = 1 / Math.cos(each / 2)
  const middles = Array.from({ length: count }, (_, k) => turned(p, from + (k + 0.5) * each, wide))
  return [turned(p, from, 1), ...middles, turned(p, to, 1)]
}

/** Polygons whose union is what outlines come through as their x grows by a factor: for chords that must hold an arc. */
export const widenedFlat = (flat: Flat, factor: number): Vec2[][] => [
  ...flat.map((loop) => [...loop]),
  ...flat.map((loop) => loop.map(([x, y]): Vec2 => [x * factor, y])),
  ...edges(flat).map(([a, b]) => leftward([a, b, [b[0] * factor, b[1]], [a[0] * factor, a[1]]])),
]

const edges = (flat: Flat): (readonly [Vec2, Vec2])[] =>
  flat.flatMap((loop) => loop.map((p, i) => [p, loop[(i + 1) % loop.length]!] as const))

function turned([x, y]: Vec2, angle: number, scale: number): Vec2 {
  const [c, s] = [Math.cos(angle) * scale, Math.sin(angle) * scale]
  return [x * c - y * s, x * s + y * c]
}

/** The polygon anticlockwise, so that it adds to a union. */
export const leftward = (polygon: Vec2[]): Vec2[] => (polygonArea(polygon) < 0 ? polygon.reverse() : polygon)
