import { dot } from '../../geometry/vec'
import { newStep, type Offer, often, type Situation } from '../offer'
import { offerOnFaces } from '../by-hand'
import { pickedFaceOf, pickedFaces } from '../picked'

/** Faces of a part that are picked: moved; leant about the edge that the pick lies by; or brought to a flat face of something else. */
export function offerMoveFaces(at: Situation): Offer[] {
  const move = offerOnFaces(at, 'move-faces', (first, many) => first.shape.kind === 'free' ? undefined : many ? 'move these faces' : 'move this face') // prettier-ignore
  const picked = pickedFaces(at)
  const edge = picked?.first.edge?.kept
  const lean = picked && edge && at.picks.every((p) => p.shape.kind === 'plane') ? offerOnFaces(at, 'move-faces', (_, many) => many ? 'lean these faces about that edge' : 'lean this face about that edge', { how: 'lean', about: [{ ...edge, run: 'piece' }] }) : [] // prettier-ignore
  const stand =
    at.picks.length > 1 && at.picks.every(({ shape }) => shape.kind === 'plane' && Math.abs(shape.normal[2]) < STANDS)
  const meet = stand ? offerOnFaces(at, 'move-faces', () => 'lean these faces to meet at a point', { how: 'point', to: { base: 'ground', off: above(at) } }) : [] // prettier-ignore
  return [...often(move), ...lean, ...meet, ...toAnother(at), ...ofSeveral(at)]
}

/** Faces that look up or down no more than this (sine) stand. */
const STANDS = 0.7

/** Twice as high as the part stands: over its middle faces meet there without going through its top. */
function above({ parts, picks }: Situation): string {
  const box = parts.find((p) => p.id === picks[0]!.owner)?.bounds
  return String(Math.round(box ? 2 * box.max[2] - box.min[2] : 50))
}

/** Faces of several parts that are picked, moved by one figure: those of the first part and the others. */
function ofSeveral(at: Situation): Offer[] {
  const [first] = at.picks
  const fit = at.picks.every((p) => p.reference === undefined && p.kept && p.shape.kind !== 'free')
  if (!first || !fit || at.picks.every((p) => p.owner === first.owner)) return []
  const faces = at.picks.filter((p) => p.owner === first.owner).map((p) => p.kept!)
  const others = at.picks.filter((p) => p.owner !== first.owner).map((p) => ({ part: p.owner, face: p.kept! }))
  const words = at.picks.length === 2 ? 'move both faces together' : 'move these faces together'
  return [{ key: `move-faces ${words}`, words, picked: true, of: 'hand', steps: [newStep(at, 'move-faces', { part: first.owner, faces, others })] }] // prettier-ignore
}

/** Faces that look as differently as this (cosine) are not brought to each other. */
const TURNED = 0.2

/** The first of two flat faces brought to the second. */
function toAnother(at: Situation): Offer[] {
  const [first, second, more] = at.picks
  if (!first || !second || more || first.shape.kind !== 'plane' || second.shape.kind !== 'plane') return []
  const plane = pickedFaceOf(second, at.references)
  const same = second.reference === undefined && second.owner === first.owner
  // Faces of one part that look against each other have the part between them.
  if (same && dot(first.shape.normal, second.shape.normal) < TURNED) return []
  if (first.reference !== undefined || !first.kept || !plane) return []
  const fields = { part: first.owner, faces: [first.kept], how: 'to', to: { ...plane, datum: 'middle', off: '0' } }
  return [{ key: 'move-faces to', words: 'bring the first face to the second', picked: true, of: 'hand', steps: [newStep(at, 'move-faces', fields)] }] // prettier-ignore
}
