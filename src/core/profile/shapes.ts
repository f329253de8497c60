import type { Vec2 } from '../geometry/vec'
import { boundsOf } from './measure'
import { toPolygon } from './polygon'
import { arc, between, gap2, line, type Loop, polar, type Profile, radiusOf, type Segment } from './segment'
import { cornerId } from './segment-names'

/** A rectangle between two corners. */
export function rectangle(x0: number, y0: number, x1: number, y1: number): Profile {
  const p: Vec2[] = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ]
  return polygonProfile(p, ['front', 'right', 'back', 'left'])
}

/** A circle, as two half arcs of one name. */
export function circle(centre: Vec2, radius: number, id = 'round'): Profile {
  const [right, left] = [polar(centre, radius, 0), polar(centre, radius, Math.PI)]
  return { loops: [[arc(right, left, centre, true, id), arc(left, right, centre, true, id)]] }
}

/** A profile with straight edges through points given anticlockwise. */
export const polygonProfile = (points: readonly Vec2[], ids?: readonly string[]): Profile => ({
  loops: [points.map((p, i) => line(p, points[(i + 1) % points.length]!, ids?.[i]))],
})

export function boundingRectangle(profile: Profile): Profile {
  return rectangle(...boundsOf(profile))
}

/** Points in hull order, anticlockwise (Andrew's monotone chain); the input's indices. */
export function hullIndices(points: readonly Vec2[]): number[] {
  const order = points.map((_, i) => i).sort((i, j) => points[i]![0] - points[j]![0] || points[i]![1] - points[j]![1])
  const half = (indices: readonly number[]) => {
    const out: number[] = []
    for (const i of indices) {
      while (out.length >= 2 && cross(points[out.at(-2)!]!, points[out.at(-1)!]!, points[i]!) <= 1e-12) out.pop()
      out.push(i)
    }
    out.pop()
    return out
  }
  return [...half(order), ...half([...order].reverse())]
}

const cross = (o: Vec2, a: Vec2, b: Vec2) => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0])

/**
 * The convex hull. Runs of points from one outward arc stay that arc, straight edges keep their names, and one that
 * bridges a hollow is named by those on both sides of it.
 */
export function convexHull(profile: Profile, tolerance = 1e-3): Profile {
  const points: Vec2[] = []
  const source: Segment[] = []
  const before: Segment[] = []
  for (const loop of profile.loops) {
    const traced = toPolygon(loop, tolerance)
    const count = traced.points.length
    for (const [i, p] of traced.points.entries()) {
      points.push(p)
      source.push(loop[traced.segment[i]!]!)
      before.push(loop[traced.segment[(i + count - 1) % count]!]!)
    }
  }
  const hull = hullIndices(points)
  return {
    loops: [
      rejoinArcs(
        hull.map((i) => points[i]!),
        hull,
        source,
        before,
      ),
    ],
  }
}

/** Consecutive hull vertices that stand next to each other on one arc become a piece of it. */
function rejoinArcs(points: Vec2[], index: number[], source: readonly Segment[], before: readonly Segment[]): Loop {
  const out: Segment[] = []
  let last: Segment | undefined
  for (let i = 0; i < points.length; i++) {
    const [a, b] = [points[i]!, points[(i + 1) % points.length]!]
    const s = source[index[i]!]!
    const into = before[index[(i + 1) % points.length]!]!
    const round = s.kind === 'arc' && s.ccw ? s : undefined
    const onArc =
      round && Math.abs(gap2(b, round.centre) - radiusOf(round)) < 1e-6 && gap2(a, b) < radiusOf(round) * 0.6
    const end = out.at(-1)
    if (onArc && end?.kind === 'arc' && last === s) out[out.length - 1] = between(end, end.a, b)
    else out.push(onArc ? between(round, a, b) : line(a, b, s === into ? s.id : cornerId(s.id, into.id)))
    last = onArc ? s : undefined
  }
  return out
}
