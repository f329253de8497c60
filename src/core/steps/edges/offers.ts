import type { SavedTaken } from '../../fields/taken-edges'
import { newStep, type Offer, type Situation } from '../offer'
import { pickedEdgeOf } from '../picked'

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
  return [
    ...offer('edges round', many ? 'round these edges' : 'round this edge', edges),
    ...offer('edges bevel', many ? 'bevel these edges' : 'bevel this edge', edges, { how: 'flat' }),
    ...(!many && isNarrow(first.size)
      ? offer('edges one', 'replace this face by one round', faces, { how: 'one' })
      : []),
    ...offer('edges face', many ? 'round all edges of these faces' : 'round all edges of this face', faces),
  ]
}
