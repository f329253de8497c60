import type { Vec2 } from '../geometry/vec'
import { circleThrough } from '../profile/arcs'
import { arc, gap2, line, type Loop, type Segment } from '../profile/segment'
import { crossing, onPiece, type Piece, Runs } from './fit-pieces'

/** A closed run of points as lines and arcs, or as one circle. */
export type Simplified = { kind: 'circle'; centre: Vec2; radius: number; ccw: boolean } | { kind: 'path'; loop: Loop }

/** The cost of a piece: the fewest are taken, and a line rather than an arc that is no better. */
const COST = { line: 1, arc: 1.45 } as const
/** Of a line that is farther off than the tolerance. */
const CRUDE = 3
/** A single circle is so much simpler than anything else that it may be off by this much more. */
const ROUNDER = 1.5
/** Arcs run through less than this, radians. */
const FULLEST = 5.6

/**
 * Reduces a closed run of many points to the fewest lines and arcs that stay within a tolerance of them.
 * @param points evenly spaced by and large, mm
 * @param tolerance mm
 * @returns undefined if the points do not enclose anything
 */
export function simplify(points: readonly Vec2[], tolerance: number): Simplified | undefined {
  if (points.length < 6) return undefined
  const runs = new Runs(evenlySpaced(points))
  const round = runs.circle(0, runs.count)
  const allowed = ROUNDER * tolerance
  if (round?.kind === 'arc' && runs.error(round, 0, runs.count, allowed).most <= allowed)
    return { kind: 'circle', centre: round.centre, radius: round.radius, ccw: round.ccw }
  const corners = cornersOf(runs, tolerance)
  if (corners.length < 2) return undefined
  // A smooth outline has no place to begin at; the second time round it begins where a piece ended.
  const first = fewest(runs, corners, tolerance)
  const turned = corners.indexOf(first.at(-1)!.from)
  const parts = fewest(runs, begunAt(corners, turned, runs.count), tolerance)
  return { kind: 'path', loop: joined(runs, parts) }
}

const MOST_POINTS = 3000

function evenlySpaced(points: readonly Vec2[]): Vec2[] {
  const around = points.reduce((s, p, i) => s + gap2(p, points[(i + 1) % points.length]!), 0)
  const count = Math.min(MOST_POINTS, Math.max(24, points.length))
  const out: Vec2[] = []
  let [at, travelled] = [0, 0]
  for (let k = 0; k < count; k++) {
    const want = (around * k) / count
    for (;;) {
      const [a, b] = [points[at % points.length]!, points[(at + 1) % points.length]!]
      const step = gap2(a, b)
      if (travelled + step >= want || at >= points.length) {
        const t = step === 0 ? 0 : (want - travelled) / step
        out.push([a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])])
        break
      }
      travelled += step
      at += 1
    }
  }
  return out
}

const CANDIDATES = 220

/** Points between which pieces may run: corners of a polygon that stays near the points (Douglas and Peucker, 1973). */
function cornersOf(runs: Runs, tolerance: number): number[] {
  for (let near = tolerance / 2; ; near *= 1.5) {
    const n = runs.count
    const far = runs.points.reduce(
      (best, p, i) => (gap2(p, runs.at(0)) > gap2(runs.at(best), runs.at(0)) ? i : best),
      0,
    )
    const kept = new Set([0, far])
    const stack: [number, number][] = [
      [0, far],
      [far, n],
    ]
    while (stack.length > 0) {
      const [from, to] = stack.pop()!
      const [a, b] = [runs.at(from), runs.at(to)]
      const long = gap2(a, b) || 1
      let [worst, at] = [near, -1]
      for (let i = from + 1; i < to; i++) {
        const p = runs.at(i)
        const off = Math.abs((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) / long
        if (off > worst) [worst, at] = [off, i]
      }
      if (at < 0) continue
      kept.add(at)
      stack.push([from, at], [at, to])
    }
    if (kept.size <= CANDIDATES) return sharpestFirst(runs, [...kept].sort((a, b) => a - b)) // prettier-ignore
  }
}

/** Turned so that the list begins at the sharpest corner, where a piece surely ends. */
function sharpestFirst(runs: Runs, corners: number[]): number[] {
  const n = corners.length
  const turn = (k: number) => {
    const [a, b, c] = [corners[(k + n - 1) % n]!, corners[k]!, corners[(k + 1) % n]!].map((i) => runs.at(i))
    const u = Math.atan2(b![1] - a![1], b![0] - a![0])
    const v = Math.atan2(c![1] - b![1], c![0] - b![0])
    return Math.abs(Math.atan2(Math.sin(v - u), Math.cos(v - u)))
  }
  const first = corners.reduce((best, _, k) => (turn(k) > turn(best) ? k : best), 0)
  return begunAt(corners, first, runs.count)
}

const begunAt = (corners: readonly number[], first: number, count: number): number[] => [
  ...corners.slice(first),
  ...corners.slice(0, first).map((i) => i + count),
]

interface Part {
  piece: Piece
  from: number
  to: number
}

/** The cheapest way round: for each corner the best last piece that ends there. */
function fewest(runs: Runs, corners: readonly number[], tolerance: number): Part[] {
  const stops = [...corners, corners[0]! + runs.count]
  const cost = new Float64Array(stops.length).fill(Infinity)
  const last: (Part & { before: number })[] = []
  cost[0] = 0
  for (let e = 1; e < stops.length; e++)
    for (let s = e - 1, misses = 0; s >= 0 && misses < 12; s--) {
      const near = bestPiece(runs, stops[s]!, stops[e]!, tolerance)
      // From one corner to the next a line will do in any case.
      const part = near ?? (s === e - 1 ? { piece: runs.line(stops[s]!, stops[e]! + 1), cost: CRUDE } : undefined)
      if (!part) {
        misses += 1
        continue
      }
      misses = 0
      const total = cost[s]! + part.cost
      if (total < cost[e]!) {
        cost[e] = total
        last[e] = { piece: part.piece, from: stops[s]!, to: stops[e]!, before: s }
      }
    }
  const parts: Part[] = []
  for (let e = stops.length - 1; e > 0; e = last[e]!.before) parts.unshift(last[e]!)
  return parts
}

function bestPiece(
  runs: Runs,
  from: number,
  to: number,
  tolerance: number,
): { piece: Piece; cost: number } | undefined {
  // The last points before a corner are rounded by the picture's blur.
  const trim = to - from > 12 ? 2 : 0
  const [a, b] = [from + trim, to + 1 - trim]
  const line = runs.line(a, b)
  const off = runs.error(line, a, b, tolerance)
  const straight = off.most <= tolerance ? { piece: line, cost: COST.line + (0.3 * off.mean) / tolerance } : undefined
  if (to - from < 5) return straight
  const round = b - a >= 6 ? runs.circle(a, b) : undefined
  if (round?.kind !== 'arc') return straight
  const sweep = turned(runs, round.centre, a, b - 1)
  if (Math.abs(sweep) > FULLEST || round.radius * Math.abs(sweep) < 2 * tolerance) return straight
  const bent = runs.error(round, a, b, tolerance)
  if (bent.most > tolerance) return straight
  const arcCost = COST.arc + (0.3 * bent.mean) / tolerance
  return straight && straight.cost <= arcCost ? straight : { piece: { ...round, ccw: sweep > 0 }, cost: arcCost }
}

/** The angle that points run through about a centre, anticlockwise positive. */
function turned(runs: Runs, centre: Vec2, from: number, to: number): number {
  const stride = Math.max(1, Math.floor((to - from) / 24))
  const angle = (i: number) => Math.atan2(runs.at(i)[1] - centre[1], runs.at(i)[0] - centre[0])
  let sum = 0
  for (let i = from; i < to; i += stride) {
    const step = angle(Math.min(to, i + stride)) - angle(i)
    sum += Math.atan2(Math.sin(step), Math.cos(step))
  }
  return sum
}

/** Lets neighbours meet where they cross, or where the points pass from one to the other if they touch. */
function joined(runs: Runs, parts: readonly Part[]): Loop {
  const nodes = parts.map((part, i): Vec2 => {
    const before = parts[(i + parts.length - 1) % parts.length]!
    const near = runs.at(part.from)
    const met = crossing(before.piece, part.piece, near)
    const reach = 0.25 * Math.min(span(runs, before), span(runs, part)) + 0.2
    if (met && gap2(met, near) <= reach) return met
    const [p, q] = [onPiece(before.piece, near), onPiece(part.piece, near)]
    return [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]
  })
  return parts.map((part, i): Segment => {
    const [a, b] = [nodes[i]!, nodes[(i + 1) % nodes.length]!]
    if (part.piece.kind === 'line') return line(a, b)
    const via = onPiece(part.piece, runs.at(Math.round((part.from + part.to) / 2)))
    return arcThrough(a, via, b) ?? line(a, b)
  })
}

const span = (runs: Runs, part: Part): number => gap2(runs.at(part.from), runs.at(part.to))

/** The arc from a to b through a point between; undefined where the three lie on a line. */
export function arcThrough(a: Vec2, via: Vec2, b: Vec2): Segment | undefined {
  const circle = circleThrough(a, via, b)
  if (!circle) return undefined
  const side = (via[0] - a[0]) * (b[1] - a[1]) - (via[1] - a[1]) * (b[0] - a[0])
  return arc(a, b, circle.centre, side > 0)
}
