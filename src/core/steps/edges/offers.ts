import type { SavedTaken } from '../../fields/taken-edges'
import type { Pick } from '../../fit/picks'
import { newStep, type Offer, often, type Situation } from '../offer'
import { pickedEdgeOf, reachOf } from '../picked'

/** The upright outer edges of the last part. */
export function startEdges(at: Situation): Record<string, unknown> | undefined {
  const last = at.parts.at(-1)
  return last && { part: last.id, which: 'upright' }
}

/** A strip: much longer than it is wide. @param size of the face's box */
function isNarrow(size: readonly number[]): boolean {
  const [long, wide] = [...size].sort((a, b) => b - a)
  return wide! < 0.35 * long!
}

/** With what rounds and bevels are begun; where a flat face is narrow with such a share of that, and no less, mm. */
const [RADIUS, BEVEL, SHARE, LEAST] = [2, 1, 0.4, 0.2]

/** How narrow a picked face is, if it is flat, mm. */
function narrowest(pick: Pick): number {
  const { along, up } = reachOf(pick)
  return pick.shape.kind === 'plane' ? Math.min(along, up) : Infinity
}

/** Edges of one part that are picked: alone, with what goes on from them smoothly; or all of a face. */
export function offerEdges(at: Situation): Offer[] {
  const { picks } = at
  const [first] = picks
  if (!first || picks.some((p) => p.reference !== undefined || p.owner !== first.owner)) return []
  const offer = (key: string, words: string, of: readonly (SavedTaken | undefined)[], more: object = {}): Offer[] =>
    of.includes(undefined)
      ? []
      : [{ key, words, picked: true, of: 'edge', steps: [newStep(at, 'edges', { part: first.owner, which: 'picked', of, ...more })] }] // prettier-ignore
  const edges = picks.map((p) => pickedEdgeOf(p, 'smooth'))
  const faces = picks.map((p): SavedTaken | undefined => p.kept && { part: p.owner, face: p.kept })
  const many = picks.length > 1
  const room = Math.max(LEAST, Math.floor(10 * SHARE * Math.min(...picks.map(narrowest))) / 10)
  const radius = room < RADIUS ? { radius: String(room) } : {}
  const bevel = room < BEVEL ? { size: String(room), other: String(room) } : {}
  return [
    ...often(offer('edges round', many ? 'round these edges' : 'round this edge', edges, radius)),
    ...offer('edges bevel', many ? 'bevel these edges' : 'bevel this edge', edges, { how: 'flat', ...bevel }),
    ...(!many && isNarrow(first.size)
      ? offer('edges one', 'replace this face by one round', faces, { how: 'one' })
      : []),
    ...offer('edges face', many ? 'round all edges of these faces' : 'round all edges of this face', faces, radius),
  ]
}
