import type { Vec2 } from '../geometry/vec'
import { meetings } from './intersect'
import { loopArea } from './measure'
import {
  between,
  boxOf,
  directionAt,
  gap2,
  lengthOf,
  type Loop,
  portion,
  type Segment,
  shareAt,
  sweepOf,
} from './segment'

/** Ends closer than this belong together, mm. */
const JOIN = 2e-4
/** Pieces shorter than this are dropped, mm. */
const SHORTEST = 1e-5

/** Cuts every segment where it meets another one. `others` are only cut with. */
export function cutAtMeetings(segments: readonly Segment[], others: readonly Segment[] = []): Segment[] {
  const cuts: number[][] = segments.map(() => [])
  forNeighbours([...segments, ...others], (i, j, all) => {
    if (i >= segments.length && j >= segments.length) return
    for (const p of meetings(all[i]!, all[j]!))
      for (const k of [i, j]) if (k < segments.length) cuts[k]!.push(shareAt(all[k]!, p))
  })
  return segments.flatMap((s, k) => cutAt(s, cuts[k]!))
}

/** Calls for each pair whose boxes meet, by running through them from left to right. */
function forNeighbours(all: readonly Segment[], visit: (i: number, j: number, all: readonly Segment[]) => void): void {
  const boxes = all.map(boxOf)
  const order = all.map((_, i) => i).sort((i, j) => boxes[i]![0] - boxes[j]![0])
  let open: number[] = []
  for (const i of order) {
    const box = boxes[i]!
    open = open.filter((j) => boxes[j]![2] >= box[0] - 1e-6)
    for (const j of open) if (boxes[j]![1] <= box[3] + 1e-6 && boxes[j]![3] >= box[1] - 1e-6) visit(j, i, all)
    open.push(i)
  }
}

function cutAt(s: Segment, at: readonly number[]): Segment[] {
  const shares = [0, ...at.filter((t) => t > 0 && t < 1).sort((a, b) => a - b), 1]
  const pieces: Segment[] = []
  const long = lengthOf(s)
  let from = 0
  for (let i = 1; i < shares.length; i++) {
    // By its share: the ends of a speck of an arc can lie past each other, and it would be all of its circle.
    const isSpeck = (shares[i]! - from) * long < SHORTEST
    if (isSpeck && i < shares.length - 1) continue
    if (!isSpeck) pieces.push(portion(s, from, shares[i]!))
    from = shares[i]!
  }
  return pieces
}

/**
 * Joins pieces end to start into closed loops. Where several could follow, the one that turns
 * most to the left does, so that loops which touch in a point stay apart.
 * @returns the loops, or undefined where an end finds no continuation
 */
export function stitch(pieces: readonly Segment[]): Loop[] | undefined {
  const grid = new Map<string, number[]>()
  const cell = (v: number) => Math.round(v / (4 * JOIN))
  for (const [i, s] of pieces.entries()) {
    const key = `${cell(s.a[0])},${cell(s.a[1])}`
    const list = grid.get(key)
    if (list) list.push(i)
    else grid.set(key, [i])
  }
  const near = (p: Vec2): number[] => {
    const out: number[] = []
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (const i of grid.get(`${cell(p[0]) + dx},${cell(p[1]) + dy}`) ?? [])
          if (gap2(pieces[i]!.a, p) < JOIN) out.push(i)
    return out
  }
  const used = new Set<number>()
  const loops: Loop[] = []
  for (const [first, start] of pieces.entries()) {
    if (used.has(first)) continue
    const run: Segment[] = [start]
    used.add(first)
    let last = start
    while (gap2(last.b, start.a) >= JOIN) {
      const next = near(last.b)
        .filter((i) => !used.has(i))
        .sort((i, j) => turn(last, pieces[j]!) - turn(last, pieces[i]!))[0]
      if (next === undefined) return undefined
      used.add(next)
      last = pieces[next]!
      run.push(last)
    }
    loops.push(closeGaps(run))
  }
  return loops.map(mergeRuns).filter((loop) => Math.abs(loopArea(loop)) > 1e-6)
}

function turn(s: Segment, t: Segment): number {
  const [u, v] = [directionAt(s, 1), directionAt(t, 0)]
  return Math.atan2(u[0] * v[1] - u[1] * v[0], u[0] * v[0] + u[1] * v[1])
}

/** Whether ends that moved a hair have passed each other, so that a speck of an arc runs round all of its circle. */
const isTurnedOver = (before: Segment, now: Segment): boolean => before.kind === 'arc' && now.kind === 'arc' && sweepOf(now) > sweepOf(before) + Math.PI // prettier-ignore

/** Makes each segment begin exactly where the one before ends. */
function closeGaps(run: readonly Segment[]): Segment[] {
  const begun = (all: readonly Segment[]) =>
    all.map((s, i) => between(s, all[(i + all.length - 1) % all.length]!.b, s.b))
  // An arc that is shorter than the gap is left out: with its ends past each other it would be all of its circle.
  const now = begun(run)
  const kept = run.filter((s, i) => !isTurnedOver(s, now[i]!))
  return kept.length < run.length ? begun(kept) : now
}

/** Joins neighbours that lie on one line or one circle, unless they go by different names. */
export function mergeRuns(loop: Loop): Loop {
  const out: Segment[] = []
  for (const s of loop) {
    const last = out.at(-1)
    const joined = last && merged(last, s)
    if (joined) out[out.length - 1] = joined
    else out.push(s)
  }
  while (out.length > 2) {
    const joined = merged(out.at(-1)!, out[0]!)
    if (!joined) break
    out[0] = joined
    out.pop()
  }
  return out
}

function merged(s: Segment, t: Segment): Segment | undefined {
  if (s.id !== undefined && t.id !== undefined && s.id !== t.id) return undefined
  const named = s.id === undefined ? t : s
  if (s.kind === 'line' && t.kind === 'line') {
    const [u, v] = [directionAt(s, 1), directionAt(t, 0)]
    const straight = Math.abs(u[0] * v[1] - u[1] * v[0]) < 1e-7 && u[0] * v[0] + u[1] * v[1] > 0
    return straight ? between(named, s.a, t.b) : undefined
  }
  if (s.kind !== 'arc' || t.kind !== 'arc' || s.ccw !== t.ccw || gap2(s.centre, t.centre) > 1e-6) return undefined
  if (Math.abs(gap2(s.b, s.centre) - gap2(t.b, s.centre)) > 1e-6) return undefined
  const whole = between(named.id === s.id ? s : { ...s, id: named.id }, s.a, t.b)
  const closes = gap2(s.a, t.b) < 1e-6
  return !closes && Math.abs(lengthOf(whole) - lengthOf(s) - lengthOf(t)) < 1e-6 ? whole : undefined
}
