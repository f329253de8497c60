import type { Vec2 } from '../geometry/vec'
import { gap2, lengthOf, line, type Loop, reversed, type Segment } from '../profile/segment'

/** Runs of segments, each from the end of one to the start of the next. */
export interface Chains {
  closed: Loop[]
  open: Segment[][]
  /** Gaps between ends that were closed, and the widest of them, mm. */
  bridged: number
  widest: number
}

/** Ends that lie no farther apart than this touch, mm. */
const TOUCH = 1e-4
/** Shorter segments are dropped, mm. */
const SHORTEST = 1e-6

/**
 * Joins segments in any order and sense. Ends that touch are joined first; what then is still open is joined over gaps
 * up to `reach` mm, the narrowest first.
 */
export function chain(segments: readonly Segment[], reach: number): Chains {
  const runs = join(
    segments
      .filter(
        (s) =>
          lengthOf(s) > SHORTEST || (s.kind === 'arc' && gap2(s.a, s.centre) > SHORTEST && gap2(s.a, s.b) < SHORTEST),
      )
      .map((s) => [s]),
    TOUCH,
  )
  const closed = runs.filter((r) => isClosed(r, TOUCH))
  const left = join(runs.filter((r) => !isClosed(r, TOUCH)), reach) // prettier-ignore
  const gaps: number[] = []
  const out: Segment[][] = []
  for (const run of left) {
    const whole = isClosed(run, reach) && run.length > 1 && length(run) > 4 * reach
    for (let i = 0; i + (whole ? 0 : 1) < run.length; i++) {
      const gap = gap2(run[i]!.b, run[(i + 1) % run.length]!.a)
      if (gap > TOUCH) gaps.push(gap)
    }
    ;(whole ? closed : out).push(bridge(run, whole))
  }
  return { closed: closed.map((r) => bridge(r, true)), open: out, bridged: gaps.length, widest: Math.max(0, ...gaps) }
}

const length = (run: readonly Segment[]): number => run.reduce((sum, s) => sum + lengthOf(s), 0)
const isClosed = (run: readonly Segment[], reach: number): boolean => gap2(run[0]!.a, run.at(-1)!.b) <= reach

/** Makes neighbours meet in the middle of their gap; arcs keep their ends, and get a short line instead. */
function bridge(run: readonly Segment[], whole: boolean): Segment[] {
  const out: Segment[] = []
  for (const [i, s] of run.entries()) {
    out.push(s)
    const next = run[i + 1] ?? (whole ? run[0] : undefined)
    if (next && gap2(s.b, next.a) > 1e-9) out.push(line(s.b, next.a))
  }
  return out
}

/** A run that grows at both ends without being copied. */
class Run {
  /** What was put before it, the first piece last. */
  private readonly before: Segment[] = []
  private readonly after: Segment[]

  constructor(pieces: readonly Segment[]) {
    this.after = [...pieces]
  }

  start(): Vec2 {
    return (this.before.at(-1) ?? this.after[0]!).a
  }

  end(): Vec2 {
    return this.after.at(-1)!.b
  }

  pieces(): Segment[] {
    return [...this.before].reverse().concat(this.after)
  }

  append(pieces: readonly Segment[]): void {
    for (const s of pieces) this.after.push(s)
  }

  prepend(pieces: readonly Segment[]): void {
    for (let i = pieces.length - 1; i >= 0; i--) this.before.push(pieces[i]!)
  }
}

/** Joins runs whose ends are within reach of each other, nearest first. */
function join(runs: Segment[][], reach: number): Segment[][] {
  const alive = new Set(runs.keys())
  const list = runs.map((r) => new Run(r))
  const cell = (v: number) => Math.floor(v / reach)
  const grid = new Map<string, { run: number; end: 0 | 1 }[]>()
  const pointOf = (run: number, end: 0 | 1): Vec2 => (end === 0 ? list[run]!.start() : list[run]!.end())
  const key = (p: Vec2, dx = 0, dy = 0) => `${cell(p[0]) + dx},${cell(p[1]) + dy}`
  const enter = (run: number) => {
    for (const end of [0, 1] as const) {
      const k = key(pointOf(run, end))
      const there = grid.get(k)
      if (there) there.push({ run, end })
      else grid.set(k, [{ run, end }])
    }
  }
  const leave = (run: number) => {
    for (const end of [0, 1] as const) {
      const k = key(pointOf(run, end))
      grid.set(k, (grid.get(k) ?? []).filter((e) => e.run !== run)) // prettier-ignore
    }
  }
  const nearest = (run: number, end: 0 | 1) => {
    const p = pointOf(run, end)
    let best: { run: number; end: 0 | 1; gap: number } | undefined
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (const other of grid.get(key(p, dx, dy)) ?? []) {
          if (other.run === run) continue
          const gap = gap2(p, pointOf(other.run, other.end))
          if (gap <= reach && (!best || gap < best.gap)) best = { ...other, gap }
        }
    return best
  }
  for (const i of alive) enter(i)
  for (const first of [...alive]) {
    if (!alive.has(first)) continue
    let run = first
    for (let end: 0 | 1 = 1; ;) {
      const own = list[run]!
      if (gap2(own.start(), own.end()) <= Math.min(reach, TOUCH)) break
      const other = nearest(run, end)
      if (!other) {
        if (end === 0) break
        end = 0
        continue
      }
      leave(run)
      leave(other.run)
      const theirs = list[other.run]!.pieces()
      const turned = other.end === end ? theirs.reverse().map(reversed) : theirs
      if (end === 1) own.append(turned)
      else own.prepend(turned)
      alive.delete(other.run)
      enter(run)
    }
    run = first
  }
  return [...alive].map((i) => list[i]!.pieces())
}
