import type { Vec2 } from '../geometry/vec'
import { boundsOf } from './measure'
import { toPolygon } from './polygon'
import { arc, line, type Loop, polar, type Profile, radiusOf, type Segment } from './segment'

/** A rectangle between two corners. */
export function rectangle(x0: number, y0: number, x1: number, y1: number): Profile {
  const p: Vec2[] = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ]
  return polygonProfile(p)
}

/** A circle, as two half arcs. */
export function circle(centre: Vec2, radius: number): Profile {
  const [right, left] = [polar(centre, radius, 0), polar(centre, radius, Math.PI)]
  return { loops: [[arc(right, left, centre, true), arc(left, right, centre, true)]] }
}

/** A profile with straight edges through points given anticlockwise. */
export const polygonProfile = (points: readonly Vec2[]): Profile => ({
  loops: [points.map((p, i) => line(p, points[(i + 1) % points.length]!))],
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

/** The convex hull. Runs of points from one outward arc stay that arc. */
export function convexHull(profile: Profile, tolerance = 1e-3): Profile {
  const points: Vec2[] = []
  const source: (Segment | undefined)[] = []
  for (const loop of profile.loops) {
    const traced = toPolygon(loop, tolerance)
    for (const [i, p] of traced.points.entries()) {
      points.push(p)
      const s = loop[traced.segment[i]!]
      source.push(s?.kind === 'arc' && s.ccw ? s : undefined)
    }
  }
  const hull = hullIndices(points)
  return {
    loops: [
      rejoinArcs(
        hull.map((i) => points[i]!),
        hull,
        source,
      ),
    ],
  }
}

/** Consecutive hull vertices that stand next to each other on one arc become a piece of it. */
function rejoinArcs(points: Vec2[], index: number[], source: (Segment | undefined)[]): Loop {
  const out: Segment[] = []
  let before: Segment | undefined
  for (let i = 0; i < points.length; i++) {
    const [a, b] = [points[i]!, points[(i + 1) % points.length]!]
    const s = source[index[i]!]
    const last = out.at(-1)
    const onArc = s?.kind === 'arc' && Math.abs(Math.hypot(b[0] - s.centre[0], b[1] - s.centre[1]) - radiusOf(s)) < 1e-6
    const short = s?.kind === 'arc' && Math.hypot(b[0] - a[0], b[1] - a[1]) < radiusOf(s) * 0.6
    if (onArc && short && last?.kind === 'arc' && before === s) out[out.length - 1] = arc(last.a, b, s.centre, true)
    else out.push(onArc && short ? arc(a, b, s.centre, true) : line(a, b))
    before = s
  }
  return out
}
