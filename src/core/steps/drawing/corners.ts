import { carrierMeetings } from '../../profile/intersect'
import { turnBetween } from '../../profile/measure'
import { besides } from '../../profile/offset'
import { arc, between, lengthOf, line, type Loop, pointAt, type Segment, shareAt } from '../../profile/segment'
import { cornerId } from '../../profile/segment-names'
import { raise } from '../../result'

/** Flatter than this is no corner, radians. */
const SMOOTH = 1e-3
/** Shares of the way that differ by less are one place. */
const SAME = 1e-9

export interface Corners {
  how: 'round' | 'bevel'
  /** The radius, or how far a bevel goes along the edges, mm. */
  by: number
  /** All, those that stand out of the material to the left, or those that go into it. */
  which: 'all' | 'out' | 'in'
}

/** What stands in a corner's place, and the shares of the way at which the pieces before and behind it end and begin. */
interface Cut {
  piece: Segment
  from: number
  to: number
}

/**
 * A run with its corners rounded or bevelled, between lines and arcs alike.
 * @param field where what does not fit is said, with the largest that does
 * Errors: corners (does not fit)
 */
export function cornered(loop: Loop, isClosed: boolean, { how, by, which }: Corners, field: string): Segment[] {
  if (by < SAME) return [...loop]
  const meant = loop.map((s, i) => {
    if (!isClosed && i === loop.length - 1) return false
    const turn = turnBetween(s, loop[(i + 1) % loop.length]!)
    return Math.abs(turn) > SMOOTH && (which === 'all' || (which === 'out') === turn > 0)
  })
  const at = (size: number) => cutCorners(loop, meant, how === 'round' ? rounding(size) : bevelling(size))
  const pieces = at(by)
  if (pieces) return pieces
  const largest = largestThat((size) => at(size) !== undefined, by)
  return raise('corners', `${by.toFixed(2)} mm does not fit at its corners; ${largest < 0.005 ? 'nothing' : `up to ${largest.toFixed(2)} mm`} would.`, field) // prettier-ignore
}

/** The largest size below one that does not do, to a thousandth of it. */
function largestThat(does: (size: number) => boolean, tooLarge: number): number {
  let [low, high] = [0, tooLarge]
  for (let k = 0; k < 24; k++) {
    const middle = (low + high) / 2
    if (does(middle)) low = middle
    else high = middle
  }
  return low
}

type Cutting = (s: Segment, next: Segment) => Cut | undefined

/** The run with what stands in its corners' places; none where a corner does not fit or two of them meet. */
function cutCorners(loop: Loop, meant: readonly boolean[], cutting: Cutting): Segment[] | undefined {
  const n = loop.length
  const cuts = loop.map((s, i) => (meant[i] ? cutting(s, loop[(i + 1) % n]!) : undefined))
  if (cuts.some((cut, i) => meant[i] && !cut)) return undefined
  const out: Segment[] = []
  for (const [i, s] of loop.entries()) {
    const [before, own] = [cuts[(i + n - 1) % n], cuts[i]]
    const [from, to] = [before?.to ?? 0, own?.from ?? 1]
    const rest = (to - from) * lengthOf(s)
    if (rest < -1e-7) return undefined
    const [a, b] = [before ? before.piece.b : s.a, own ? own.piece.a : s.b]
    if (rest > 1e-7) out.push(between(s, a, b))
    if (own) out.push(rest > 1e-7 ? own.piece : between(own.piece, out.at(-1)?.b ?? own.piece.a, own.piece.b))
  }
  return out
}

const bevelling =
  (by: number): Cutting =>
  (s, next) => {
    const [from, to] = [1 - by / lengthOf(s), by / lengthOf(next)]
    return from < -SAME || to > 1 + SAME ? undefined : { piece: line(pointAt(s, from), pointAt(next, to), cornerId(s.id, next.id)), from, to } // prettier-ignore
  }

/** The arc that both pieces go on into without a corner: its middle is where both meet, moved to the corner's inside. */
const rounding =
  (radius: number): Cutting =>
  (s, next) => {
    const left = turnBetween(s, next) > 0
    const [u, v] = [besides(s, left ? -radius : radius), besides(next, left ? -radius : radius)]
    if (!u || !v) return undefined
    const fitting = carrierMeetings(u, v).flatMap((centre): Cut[] => {
      const [from, to] = [shareAt(u, centre), shareAt(v, centre)]
      if (from < -SAME || from > 1 || to < 0 || to > 1 + SAME) return []
      const [a, b] = [pointAt(s, from), pointAt(next, to)]
      return [{ piece: arc(a, b, centre, left, cornerId(s.id, next.id)), from, to }]
    })
    const far = ({ from, to }: Cut) => (1 - from) * lengthOf(s) + to * lengthOf(next)
    return fitting.reduce<Cut | undefined>((best, cut) => (best && far(best) <= far(cut) ? best : cut), undefined)
  }
