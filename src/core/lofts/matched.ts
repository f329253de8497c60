import type { Vec2 } from '../geometry/vec'
import { centroidOf } from '../profile/measure'
import { polygonArea, toPolygon } from '../profile/polygon'
import { type Loop, reversedLoop } from '../profile/segment'

/** Outlines with as many points each: which point of one goes to which of the others. */
export interface Matched {
  points: Vec2[][]
  /** By the angle about their middles; else by the share of the way round. */
  by: 'angle' | 'length'
}

const TURN = 2 * Math.PI
const wrap = (angle: number): number => ((angle % TURN) + TURN) % TURN
/** Angles nearer to each other than this are one, radians; of those of corners and others the others are left out. */
const SAME = 1e-6
const CLOSE = 0.02

interface Outline {
  points: readonly Vec2[]
  /** Which of them are ends of lines or arcs. */
  corners: readonly number[]
  middle: Vec2
}

function outlineOf(loop: Loop, tolerance: number): Outline {
  const forward = polygonArea(toPolygon(loop, tolerance).points) > 0 ? loop : reversedLoop(loop)
  const { points, segment } = toPolygon(forward, tolerance)
  const corners = points.flatMap((_, i) => (segment[i] !== segment[(i + points.length - 1) % points.length] ? [i] : []))
  return { points, corners, middle: centroidOf(forward) }
}

/**
 * Points of outlines that belong together, so that a skin drawn between them does not twist: those that lie in the same
 * direction from the middles; corners of any outline are points of all.
 * @param turns by how much the direction of each is turned, radians
 */
export function matched(loops: readonly Loop[], turns: readonly number[], tolerance: number): Matched {
  const outlines = loops.map((loop) => outlineOf(loop, tolerance))
  const angles = outlines.map(({ points, middle }, i) => points.map(([x, y]) => wrap(Math.atan2(y - middle[1], x - middle[0]) - turns[i]!))) // prettier-ignore
  if (!angles.every(goesRound)) return byLength(outlines)
  const all = [...new Set(angles.flat())].sort((a, b) => a - b)
  // Of points that lie nearly in one direction a corner is kept.
  const corner = new Set(outlines.flatMap(({ corners }, i) => corners.map((k) => angles[i]![k]!)))
  const kept: number[] = []
  for (const a of all) {
    const before = kept.at(-1)
    if (before === undefined || a - before > (corner.has(a) && corner.has(before) ? SAME : CLOSE)) kept.push(a)
    else if (corner.has(a) && !corner.has(before)) kept[kept.length - 1] = a
  }
  return { points: outlines.map((o, i) => kept.map((a) => onOutline(o, angles[i]!, a))), by: 'angle' }
}

/** True if directions from the middle go round once, without turning back. */
function goesRound(angles: readonly number[]): boolean {
  let turned = 0
  for (const [i, a] of angles.entries()) {
    const step = wrap(angles[(i + 1) % angles.length]! - a)
    if (step >= Math.PI || step < 1e-9) return false
    turned += step
  }
  return Math.abs(turned - TURN) < 1e-6
}

/** Where an outline lies in a direction from its middle. */
function onOutline({ points, middle }: Outline, angles: readonly number[], angle: number): Vec2 {
  for (const [i, a] of angles.entries()) {
    if (a === angle) return points[i]!
    const [span, into] = [wrap(angles[(i + 1) % angles.length]! - a), wrap(angle - a)]
    if (into > span) continue
    const [p, q] = [points[i]!, points[(i + 1) % points.length]!]
    const [u, v] = [p, q].map(([x, y]): Vec2 => [x - middle[0], y - middle[1]]) as [Vec2, Vec2]
    // The chord meets the ray where the shares of both ends' sines balance.
    const [left, right] = [Math.hypot(...v) * Math.sin(span - into), Math.hypot(...u) * Math.sin(into)]
    const t = right / (left + right || 1)
    return [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]
  }
  return points[0]!
}

/** Points by their share of the way round, from the one that lies farthest along. */
function byLength(outlines: readonly Outline[]): Matched {
  const runs = outlines.map(({ points }) => {
    const start = points.reduce((best, p, i) => (p[0] > points[best]![0] ? i : best), 0)
    const turned = points.map((_, i) => points[(start + i) % points.length]!)
    const far = [0]
    for (const [i, p] of turned.entries()) {
      const q = turned[(i + 1) % turned.length]!
      far.push(far.at(-1)! + Math.hypot(q[0] - p[0], q[1] - p[1]))
    }
    return { points: turned, shares: far.map((f) => f / far.at(-1)!) }
  })
  const all = [...new Set(runs.flatMap((r) => r.shares.slice(0, -1).map((s) => Math.round(s * 1e9) / 1e9)))].sort((a, b) => a - b) // prettier-ignore
  const at = ({ points, shares }: (typeof runs)[number], share: number): Vec2 => {
    const i = Math.max(0, shares.findIndex((s) => s > share + 1e-9) - 1)
    const [p, q] = [points[i]!, points[(i + 1) % points.length]!]
    const t = (share - shares[i]!) / (shares[i + 1]! - shares[i]! || 1)
    return [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]
  }
  return { points: runs.map((r) => all.map((s) => at(r, s))), by: 'length' }
}
