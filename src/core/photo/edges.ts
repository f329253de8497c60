import type { Vec2 } from '../geometry/vec'
import { lightness, type Picture } from './picture'

/** How fast values change along a line through a point, at each half pixel within reach, and where most. */
interface Steepest {
  /** From the point, pixels. */
  at: number
  slope: number
}

/** Lightness is averaged over this many pixels to each side across the line it is followed along. */
const ACROSS = 1
const STEP = 0.5

/** The steepest change along a line through a point; `along` has the length 1. */
function steepest(picture: Picture, [x, y]: Vec2, [dx, dy]: Vec2, reach: number): Steepest {
  const n = Math.ceil(reach / STEP)
  const value = (t: number): number => {
    let sum = 0
    for (let s = -ACROSS; s <= ACROSS; s++) sum += lightness(picture, x + t * dx - s * dy, y + t * dy + s * dx)
    return sum / (2 * ACROSS + 1)
  }
  const slopes: number[] = []
  for (let i = -n; i <= n; i++) slopes.push(Math.abs(value(i * STEP + 1) - value(i * STEP - 1)))
  let best = 0
  for (let i = 1; i < slopes.length; i++) if (slopes[i]! > slopes[best]!) best = i
  return { at: (best - n + peak(slopes, best)) * STEP, slope: slopes[best]! }
}

/** Where between its neighbours a largest value lies (the top of the parabola through the three), -0.5 to 0.5. */
export function peak(values: ArrayLike<number>, i: number): number {
  const [a, b, c] = [values[i - 1], values[i], values[i + 1]]
  if (a === undefined || b === undefined || c === undefined) return 0
  const bend = a - 2 * b + c
  return bend < 0 ? Math.max(-0.5, Math.min(0.5, (a - c) / (2 * bend))) : 0
}

/** Changes of lightness under this are noise. */
const FAINT = 12

/** The nearest strong edge of a photo to a point, pixels; the point itself where there is none. */
export function snapToEdge(picture: Picture, p: Vec2, reach: number): Vec2 {
  const gx = lightness(picture, p[0] + reach, p[1]) - lightness(picture, p[0] - reach, p[1])
  const gy = lightness(picture, p[0], p[1] + reach) - lightness(picture, p[0], p[1] - reach)
  const slope = Math.hypot(gx, gy)
  const ways: Vec2[] =
    slope > FAINT
      ? [[gx / slope, gy / slope]]
      : [0, 1, 2, 3].map((k): Vec2 => [Math.cos((k * Math.PI) / 4), Math.sin((k * Math.PI) / 4)])
  let best: { way: Vec2; found: Steepest } | undefined
  for (const way of ways) {
    const found = steepest(picture, p, way, reach)
    if (found.slope > FAINT && (!best || found.slope > best.found.slope)) best = { way, found }
  }
  return best ? [p[0] + best.found.at * best.way[0], p[1] + best.found.at * best.way[1]] : p
}

/** Where the sides of a rectangle are in a photo, and how far from straight they run, pixels. */
export interface SnappedCorners {
  corners: Vec2[]
  /** Root mean square of what the edges differ from straight lines. */
  residual: number
}

/** Points given by hand are right to about a hundredth of the picture. */
export const cornerReach = ({ width }: Picture): number => Math.max(6, Math.min(40, width / 120))

const SAMPLES = 80

/**
 * Moves four corners, given in their order round, to where straight lines along the photo's edges meet.
 * Undefined where a side shows no edge to go by.
 * @param reach how far an edge is looked for to each side, pixels
 */
export function snapCorners(picture: Picture, corners: readonly Vec2[], reach: number): SnappedCorners | undefined {
  const lines: StraightLine[] = []
  for (const [i, a] of corners.entries()) {
    const b = corners[(i + 1) % 4]!
    const long = Math.hypot(b[0] - a[0], b[1] - a[1])
    const way: Vec2 = [-(b[1] - a[1]) / long, (b[0] - a[0]) / long]
    const points: Vec2[] = []
    for (let k = 0; k < SAMPLES; k++) {
      const t = 0.06 + (0.88 * k) / (SAMPLES - 1)
      const p: Vec2 = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]
      const found = steepest(picture, p, way, reach)
      if (found.slope > FAINT) points.push([p[0] + found.at * way[0], p[1] + found.at * way[1]])
    }
    const line = points.length > SAMPLES / 3 ? straightLine(points) : undefined
    if (!line) return undefined
    lines.push(line)
  }
  const met = lines.map((line, i) => meet(lines[(i + 3) % 4]!, line))
  if (met.some((p) => !p)) return undefined
  return { corners: met as Vec2[], residual: Math.sqrt(lines.reduce((s, l) => s + l.error ** 2, 0) / 4) }
}

interface StraightLine {
  point: Vec2
  normal: Vec2
  /** Root mean square distance of the points that count. */
  error: number
}

/** The line nearest to most of the points: the ones that lie far off are left out, step by step. */
function straightLine(points: readonly Vec2[]): StraightLine | undefined {
  let used = points
  let line = nearestLine(used)
  for (let round = 0; round < 6; round++) {
    const off = (p: Vec2) => Math.abs((p[0] - line.point[0]) * line.normal[0] + (p[1] - line.point[1]) * line.normal[1])
    const middle = used.map(off).sort((a, b) => a - b)[Math.floor(used.length / 2)]!
    const near = points.filter((p) => off(p) <= Math.max(3.5 * middle, 0.5))
    if (near.length < 8) return undefined
    used = near
    line = nearestLine(used)
  }
  return used.length > points.length / 3 ? line : undefined
}

function nearestLine(points: readonly Vec2[]): StraightLine {
  const n = points.length
  const mx = points.reduce((s, p) => s + p[0], 0) / n
  const my = points.reduce((s, p) => s + p[1], 0) / n
  let [xx, xy, yy] = [0, 0, 0]
  for (const [x, y] of points) {
    xx += (x - mx) ** 2
    xy += (x - mx) * (y - my)
    yy += (y - my) ** 2
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2
  const least = (xx + yy) / 2 - Math.hypot((xx - yy) / 2, xy)
  return { point: [mx, my], normal: [-Math.sin(angle), Math.cos(angle)], error: Math.sqrt(Math.max(0, least) / n) }
}

function meet(a: StraightLine, b: StraightLine): Vec2 | undefined {
  const determinant = a.normal[0] * b.normal[1] - a.normal[1] * b.normal[0]
  if (Math.abs(determinant) < 1e-3) return undefined
  const [c, d] = [a, b].map((l) => l.normal[0] * l.point[0] + l.normal[1] * l.point[1])
  return [(c! * b.normal[1] - d! * a.normal[1]) / determinant, (a.normal[0] * d! - b.normal[0] * c!) / determinant]
}
