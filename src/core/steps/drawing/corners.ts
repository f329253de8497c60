import type { Vec2 } from '../../geometry/vec'
import { turnBetween } from '../../profile/measure'
import { arc, gap2, line, type Loop, radiusOf, type Segment } from '../../profile/segment'
import { raise } from '../../result'
import { cornerId } from '../../profile/segment-names'

/** Flatter than this is no corner, radians. */
const SMOOTH = 1e-3

interface Cut {
  /** What stands in the corner's place. */
  piece: Segment
  /** How far the pieces before and behind it are shortened, to these points. */
  from: Vec2
  to: Vec2
}

export interface Corners {
  how: 'round' | 'bevel'
  /** The radius, or how far a bevel goes along the edges, mm. */
  by: number
  /** All, those that stand out of the material to the left, or those that go into it. */
  which: 'all' | 'out' | 'in'
}

/**
 * A run with its corners between straight pieces rounded or bevelled.
 * @param field where what does not fit is said, with the largest that does
 * Errors: does not fit; arcs (a corner at an arc)
 */
export function cornered(loop: Loop, isClosed: boolean, { how, by, which }: Corners, field: string): Segment[] {
  if (by < 1e-9) return [...loop]
  const n = loop.length
  const turns = loop.map((s, i) => (isClosed || i < n - 1 ? turnBetween(s, loop[(i + 1) % n]!) : 0))
  const meant = turns.map((t) => Math.abs(t) > SMOOTH && (which === 'all' || (which === 'out') === t > 0))
  const reach = turns.map((t, i) => (meant[i] ? (how === 'round' ? by * Math.tan(Math.abs(t) / 2) : by) : 0))
  let largest = Infinity
  for (const [i, s] of loop.entries()) {
    const needed = reach[(i + n - 1) % n]! + reach[i]!
    if (needed === 0) continue
    if (s.kind === 'arc') return raise('arcs', 'A corner where an arc ends cannot be rounded yet; corners between straight edges can.', 'of') // prettier-ignore
    largest = Math.min(largest, (by * gap2(s.a, s.b)) / needed)
  }
  if (by > largest + 1e-9)
    return raise(
      'corners',
      `${by.toFixed(2)} mm does not fit at its corners; up to ${largest.toFixed(2)} mm would.`,
      field,
    )
  const cuts = loop.map((s, i): Cut | undefined => {
    if (!meant[i]) return undefined
    const next = loop[(i + 1) % n]!
    const [from, to] = [onWay(s, gap2(s.a, s.b) - reach[i]!), onWay(next, reach[i]!)]
    const id = cornerId(s.id, next.id)
    if (how === 'bevel') return { piece: line(from, to, id), from, to }
    const left = turns[i]! > 0 ? 1 : -1
    const long = gap2(s.a, s.b)
    const centre: Vec2 = [
      from[0] - (left * by * (s.b[1] - s.a[1])) / long,
      from[1] + (left * by * (s.b[0] - s.a[0])) / long,
    ]
    return { piece: arc(from, to, centre, left > 0, id), from, to }
  })
  return loop.flatMap((s, i): Segment[] => {
    const [before, own] = [isClosed || i > 0 ? cuts[(i + n - 1) % n] : undefined, cuts[i]]
    const [a, b] = [before?.to ?? s.a, own?.from ?? s.b]
    const piece = s.kind === 'line' ? line(a, b, s.id) : s
    const rest = s.kind === 'arc' ? radiusOf(s) > 0 : gap2(a, b) > 1e-9
    return [...(rest ? [piece] : []), ...(own ? [own.piece] : [])]
  })
}

const onWay = (s: Segment, by: number): Vec2 => {
  const share = by / gap2(s.a, s.b)
  return [s.a[0] + (s.b[0] - s.a[0]) * share, s.a[1] + (s.b[1] - s.a[1]) * share]
}
