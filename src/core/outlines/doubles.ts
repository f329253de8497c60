import Flatbush from 'flatbush'
import { angleOf, arc, boxOf, gap2, lengthOf, line, pointAt, radiusOf, type Segment, sweepOf } from '../profile/segment'

/** What lies on another within this is drawn twice, mm. */
const NEAR = 1e-3
const TURN = 2 * Math.PI

/**
 * Takes out what is drawn twice: of pieces that lie on each other, wholly or in part, each stretch is kept once. Their
 * ends stay ends, so that what is joined to one of them still is.
 * @returns the pieces, and how many were wholly or partly on others
 */
export function withoutDoubles(segments: readonly Segment[]): { segments: Segment[]; doubled: number } {
  const clusters = overlapping(segments)
  if (clusters.length === 0) return { segments: [...segments], doubled: 0 }
  const inCluster = new Set(clusters.flat())
  const out = segments.filter((_, i) => !inCluster.has(i))
  let doubled = 0
  for (const cluster of clusters) {
    doubled += cluster.length - 1
    out.push(...stretches(cluster.map((i) => segments[i]!)))
  }
  return { segments: out, doubled }
}

/** Groups of pieces that share a stretch with another one of the group. */
function overlapping(segments: readonly Segment[]): number[][] {
  if (segments.length < 2) return []
  const boxes = new Flatbush(segments.length)
  for (const s of segments) boxes.add(...boxOf(s))
  boxes.finish()
  const leader = segments.map((_, i) => i)
  const find = (i: number): number => {
    while (leader[i] !== i) i = leader[i] = leader[leader[i]!]!
    return i
  }
  const aslant = slants(segments)
  for (const [i, s] of segments.entries()) {
    const [x0, y0, x1, y1] = boxOf(s)
    boxes.search(x0 - NEAR, y0 - NEAR, x1 + NEAR, y1 + NEAR, (j) => {
      if (j > i && !aslant(i, j) && sharesStretch(s, segments[j]!)) leader[find(j)] = find(i)
      return false
    })
  }
  const groups = new Map<number, number[]>()
  for (let i = 0; i < segments.length; i++) {
    const own = groups.get(find(i))
    if (own) own.push(i)
    else groups.set(find(i), [i])
  }
  return [...groups.values()].filter((g) => g.length > 1)
}

/** Tells pairs that lean so that they cannot lie on each other, without looking closer: most of those whose boxes meet. */
function slants(segments: readonly Segment[]): (i: number, j: number) => boolean {
  const [x, y, l] = [0, 1, 2].map(() => new Float64Array(segments.length)) as [Float64Array, Float64Array, Float64Array]
  for (const [i, s] of segments.entries()) {
    if (s.kind !== 'line') continue
    l[i] = lengthOf(s)
    x[i] = (s.b[0] - s.a[0]) / l[i]!
    y[i] = (s.b[1] - s.a[1]) / l[i]!
  }
  return (i, j) => Math.abs(x[i]! * y[j]! - y[i]! * x[j]!) * Math.min(l[i]!, l[j]!) > 2 * NEAR
}

function sharesStretch(s: Segment, t: Segment): boolean {
  if (s.kind === 'arc' && t.kind === 'arc') {
    if (gap2(s.centre, t.centre) > NEAR || Math.abs(radiusOf(s) - radiusOf(t)) > NEAR) return false
    return spans(s, [t]).some(([from, to]) => (to - from) * radiusOf(s) > NEAR)
  }
  if (s.kind !== 'line' || t.kind !== 'line') return false
  const [long, short] = lengthOf(s) >= lengthOf(t) ? [s, t] : [t, s]
  const l = lengthOf(long)
  if (l < NEAR) return false
  const at = along(long)
  const [p, q] = [at(short.a), at(short.b)]
  if (Math.abs(p.off) > NEAR || Math.abs(q.off) > NEAR) return false
  return Math.min(l, Math.max(p.far, q.far)) - Math.max(0, Math.min(p.far, q.far)) > NEAR
}

/** How far along a line a point lies, and how far beside it. */
function along(s: Segment) {
  const l = gap2(s.a, s.b)
  const [dx, dy] = [(s.b[0] - s.a[0]) / l, (s.b[1] - s.a[1]) / l]
  return ([x, y]: readonly [number, number]) => ({
    far: (x - s.a[0]) * dx + (y - s.a[1]) * dy,
    off: (x - s.a[0]) * dy - (y - s.a[1]) * dx,
  })
}

/** Where the arcs of others lie on that of the first, as angles from its start. */
function spans(s: Segment, others: readonly Segment[]): [number, number][] {
  if (s.kind !== 'arc') return []
  const base = angleOf(s.centre, s.ccw ? s.a : s.b)
  const own = sweepOf(s)
  return others.flatMap((t): [number, number][] => {
    if (t.kind !== 'arc') return []
    const from = (((angleOf(t.centre, t.ccw ? t.a : t.b) - base) % TURN) + TURN) % TURN
    const to = from + sweepOf(t)
    const parts: [number, number][] = [[from, to], [from - TURN, to - TURN]] // prettier-ignore
    return parts.map(([a, b]): [number, number] => [Math.max(0, a), Math.min(own, b)]).filter(([a, b]) => b > a)
  })
}

/** All that pieces on one line or circle cover, cut at each of their ends, each stretch once. */
function stretches(cluster: readonly Segment[]): Segment[] {
  const first = cluster.reduce((long, s) => (lengthOf(s) > lengthOf(long) ? s : long))
  if (first.kind === 'line') {
    const at = along(first)
    const covered = cluster.map((s) => [at(s.a).far, at(s.b).far].sort((a, b) => a - b) as [number, number])
    const l = lengthOf(first)
    const point = (far: number) => endNear(cluster, pointAt(first, far / l))
    return pieces(covered).map(([from, to]) => line(point(from), point(to), first.id))
  }
  // On a circle, from an end of one of them on.
  const { centre } = first
  const base = angleOf(centre, first.ccw ? first.a : first.b)
  const covered = cluster.flatMap((s): [number, number][] => {
    if (s.kind !== 'arc') return []
    const from = (((angleOf(centre, s.ccw ? s.a : s.b) - base) % TURN) + TURN) % TURN
    const to = from + sweepOf(s)
    return to > TURN + 1e-9 ? [[from, TURN], [0, to - TURN]] : [[from, to]] // prettier-ignore
  })
  const r = radiusOf(first)
  const point = (angle: number) =>
    endNear(cluster, [centre[0] + r * Math.cos(base + angle), centre[1] + r * Math.sin(base + angle)])
  return pieces(covered, NEAR / r).map(([from, to]) => arc(point(from), point(to), centre, true, first.id))
}

/** A point of the pieces' own, where one lies there: then what was joined still is, to the last bit. */
function endNear(cluster: readonly Segment[], p: readonly [number, number]) {
  for (const s of cluster) for (const end of [s.a, s.b]) if (gap2(end, p) < 2 * NEAR) return end
  return p
}

/** What some stretches cover, cut at every end. */
function pieces(covered: readonly [number, number][], least = NEAR): [number, number][] {
  const ends = [...new Set(covered.flat())].sort((a, b) => a - b)
  const apart = ends.filter((v, i) => i === 0 || v - ends[i - 1]! > least)
  return apart.slice(1).flatMap((to, i): [number, number][] => {
    const from = apart[i]!
    const middle = (from + to) / 2
    return covered.some(([a, b]) => a < middle && middle < b) ? [[from, to]] : []
  })
}
