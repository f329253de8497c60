import type { Vec2 } from '../geometry/vec'
import { directionAt, gap2, pointAt, radiusOf, type Segment } from '../profile/segment'
import type { Board } from './board'

/** Edges are followed this far, mm; and only where they face the same way (cosine of 15 degrees). */
const REACH = 12
const ALIKE = Math.cos(Math.PI / 12)

/**
 * Which edge of a board's outline became which in the next revision: straight ones by where they face and lie, round
 * ones by their middles; each at most one, the nearest pairs first. Those that were not found again are left out.
 */
export function matchEdges(before: Board, after: Board): Record<string, string> {
  const [old, next] = [before, after].map((b) => b.outline.loops.flat().filter((s) => s.id !== undefined))
  const pairs = old!.flatMap((s) => next!.flatMap((t) => (apart(s, t) < REACH ? [{ s, t, off: apart(s, t) }] : [])))
  const out: Record<string, string> = {}
  const taken = new Set<string>()
  for (const { s, t } of pairs.sort((a, b) => a.off - b.off)) {
    if (s.id! in out || taken.has(t.id!)) continue
    out[s.id!] = t.id!
    taken.add(t.id!)
  }
  return out
}

/** How far one edge is from being the other, mm. */
function apart(s: Segment, t: Segment): number {
  if (s.kind !== t.kind) return Infinity
  if (s.kind === 'arc' && t.kind === 'arc')
    return s.ccw === t.ccw ? gap2(s.centre, t.centre) + Math.abs(radiusOf(s) - radiusOf(t)) : Infinity
  const [u, v] = [directionAt(s, 0.5), directionAt(t, 0.5)]
  if (u[0] * v[0] + u[1] * v[1] < ALIKE) return Infinity
  const [p, q] = [pointAt(s, 0.5), pointAt(t, 0.5)]
  const off: Vec2 = [q[0] - p[0], q[1] - p[1]]
  // Across its run it must not have gone far; along it, edges grow and shrink.
  const across = Math.abs(off[0] * u[1] - off[1] * u[0])
  const along = Math.abs(off[0] * u[0] + off[1] * u[1])
  return across + 0.2 * along
}
