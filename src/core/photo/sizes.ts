import type { TraceSize } from '../document/photo-schema'
import type { Vec2 } from '../geometry/vec'
import { gap2 } from '../profile/segment'
import { fail, ok, type Problem, type Result } from '../result'
import { mapLoop, type PlacedLoop } from './traced-loop'

/** How a size of a trace came out, mm. */
export interface SizeReport {
  id: string
  /** As traced. */
  traced?: number
  /** As the maker wants it. */
  wanted?: number
  problem?: Problem
}

/**
 * Makes a trace have the sizes the maker gives it, one after the other: the whole is scaled, or what lies beyond the
 * middle of the size is moved along it, or (from the middle of a circle) that circle alone.
 * @param value works out a length, mm
 */
export function driveSizes(
  loops: readonly PlacedLoop[],
  sizes: readonly TraceSize[],
  value: (formula: string) => Result<number>,
): { loops: PlacedLoop[]; reports: SizeReport[] } {
  let now = [...loops]
  const reports: SizeReport[] = []
  for (const size of sizes) {
    const traced = measured(now, size)
    const wanted = value(size.length)
    const problem = !traced.ok ? traced.problem : !wanted.ok ? wanted.problem : tooSmall(wanted.value)
    if (problem || !traced.ok || !wanted.ok) {
      reports.push({ id: size.id, ...(traced.ok ? { traced: traced.value } : {}), ...(problem ? { problem } : {}) })
      continue
    }
    reports.push({ id: size.id, traced: traced.value, wanted: wanted.value })
    now = driven(now, size, traced.value, wanted.value)
  }
  return { loops: now, reports }
}

const tooSmall = (wanted: number): Problem | undefined =>
  wanted > 0 ? undefined : fail('range', `The size is ${wanted} mm; it must be more than zero.`).problem

const GONE = fail('gone', 'What this size was measured between is not in the trace any more. Take the size out.')

function anchorPoint(
  loops: readonly PlacedLoop[],
  anchor: { loop: string; node?: string | undefined },
): Vec2 | undefined {
  const loop = loops.find((l) => l.id === anchor.loop)
  return loop?.kind === 'circle' ? loop.centre : loop?.nodes.find((n) => n.id === anchor.node)?.at
}

function measured(loops: readonly PlacedLoop[], size: TraceSize): Result<number> {
  if (size.kind === 'diameter') {
    const loop = loops.find((l) => l.id === size.loop)
    return loop?.kind === 'circle' ? ok(2 * loop.radius) : GONE
  }
  const [a, b] = [anchorPoint(loops, size.from), anchorPoint(loops, size.to)]
  if (!a || !b) return GONE
  const long = gap2(a, b)
  return long > 1e-6 ? ok(long) : fail('zero', 'The two ends of this size are in the same place.')
}

function driven(loops: readonly PlacedLoop[], size: TraceSize, traced: number, wanted: number): PlacedLoop[] {
  const by = wanted / traced
  if (size.kind === 'diameter')
    return loops.map((l) => (l.id === size.loop && l.kind === 'circle' ? mapLoop(l, about(l.centre, by)) : l))
  const a = anchorPoint(loops, size.from)!
  const b = anchorPoint(loops, size.to)!
  if (size.how === 'scale') return loops.map((l) => mapLoop(l, about(a, by)))
  const along: Vec2 = [(b[0] - a[0]) / traced, (b[1] - a[1]) / traced]
  const shift: Vec2 = [along[0] * (wanted - traced), along[1] * (wanted - traced)]
  const moved = (p: Vec2): Vec2 => [p[0] + shift[0], p[1] + shift[1]]
  if (size.to.node === undefined) return loops.map((l) => (l.id === size.to.loop ? mapLoop(l, moved) : l))
  const beyond = (p: Vec2) => (p[0] - a[0]) * along[0] + (p[1] - a[1]) * along[1] > traced / 2
  return loops.map((l) =>
    // A circle goes as a whole, or stays.
    l.kind === 'circle' ? (beyond(l.centre) ? mapLoop(l, moved) : l) : mapLoop(l, (p) => (beyond(p) ? moved(p) : p)),
  )
}

const about =
  (centre: Vec2, by: number) =>
  (p: Vec2): Vec2 => [centre[0] + (p[0] - centre[0]) * by, centre[1] + (p[1] - centre[1]) * by]
