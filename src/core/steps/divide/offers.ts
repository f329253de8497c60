import { inFrontOf, isRound } from '../../divide/round-kerf'
import { planeAcross } from '../../fields/plane'
import { type Box3, boxMiddle, boxSize, dot, type Vec3 } from '../../geometry/vec'
import type { SurfaceShape } from '../../kernel/surface'
import { newStep, type Offer, type Situation } from '../offer'
import { flatPick, pickedEdgeOf, pickedFaceOf, throughPickedEdge } from '../picked'

/** Half way along the longest side of a box: a plane of the project. */
function acrossLongest(box: Box3) {
  const size = boxSize(box)
  const axis = size.indexOf(Math.max(...size))
  return planeAcross(axis, Math.round(boxMiddle(box)[axis]! * 100) / 100)
}

/** In front of a face there has to be so much of the part for it to be divided along it, mm. */
const STANDS = 0.5
/** Where its box leans to the face that is told too large: so much of all that lies on both sides. */
const STANDS_LEANING = 0.05

/** How much of a box lies in front of a plane, and how much behind, mm. */
function aroundPlane(
  { min, max }: Box3,
  { normal, point }: { normal: Vec3; point: Vec3 },
): [before: number, behind: number] {
  const offset = dot(normal, point)
  const far = (way: 1 | -1) => normal.reduce((sum, n, k) => sum + n * (n * way > 0 ? max[k]! : min[k]!), 0)
  return [far(1) - offset, offset - far(-1)]
}

/** The last part, in its middle. */
export function startDivide(at: Situation): Record<string, unknown> | undefined {
  const last = at.parts.at(-1)
  return last && { part: last.id, at: last.bounds ? acrossLongest(last.bounds) : { base: 'ground', off: '5' } }
}

/** The part whose face is picked: along that face, or so that the piece with another picked face comes off alone. */
export function offerDivide(at: Situation): Offer[] {
  return [...offerFoot(at), ...offerWithin(at), ...offerAlong(at)]
}

/** What stands out with the picked face, as a piece of its own. */
function offerFoot(at: Situation): Offer[] {
  const [pick, more] = at.picks
  if (!pick?.out || more || !pick.kept) return []
  const fields = { part: pick.owner, line: 'foot', may: 'piece', holds: [pick.kept] }
  return [{ key: 'divide foot', words: 'take off what stands out here', picked: true, of: 'part', steps: [newStep(at, 'divide', fields)] }] // prettier-ignore
}

/** What has the last picked face, within the edges that were picked before. */
function offerWithin(at: Situation): Offer[] {
  const held = at.picks.at(-1)
  const before = at.picks.slice(0, -1)
  if (!held?.kept || before.length === 0 || before.some((p) => p.owner !== held.owner)) return []
  // Of two picks the first may be a face as well.
  if (before.length === 1 && before[0]!.as !== 'edge') return []
  const run = before.flatMap((p) => pickedEdgeOf(p, 'smooth') ?? [])
  if (run.length < before.length) return []
  const fields = { part: held.owner, line: 'run', run, may: 'piece', holds: [held.kept] }
  return [{ key: 'divide within', words: 'take off the piece with the last face, within these edges', picked: true, of: 'edge', steps: [newStep(at, 'divide', fields)] }] // prettier-ignore
}

function offerAlong(at: Situation): Offer[] {
  const flat = flatPick(at)
  if (flat && 'part' in flat.face) {
    const { part } = flat.face
    const bounds = at.parts.find((p) => p.id === part)?.bounds
    if (!bounds || flat.pick.shape.kind !== 'plane') return []
    const [before, behind] = aroundPlane(bounds, flat.pick.shape)
    const square = Math.max(...flat.pick.shape.normal.map(Math.abs)) > 1 - 1e-6
    const stands = before > (square ? STANDS : STANDS_LEANING * (before + behind))
    const plane = { ...flat.face, datum: 'middle', off: stands ? '0' : String(-Math.round(50 * behind) / 100) }
    const words = stands ? 'divide along this face' : 'divide parallel to this face, in the middle'
    const through = flat.pick.edge?.flat ? throughPickedEdge(flat.pick) : undefined
    const slanted: Offer[] = through ? [{ key: 'divide through edge', words: 'divide through this edge, at an angle', picked: true, of: 'edge', steps: [newStep(at, 'divide', { part, at: through })] }] : [] // prettier-ignore
    return [...slanted, { key: 'divide at', words, picked: true, of: 'part', steps: [newStep(at, 'divide', { part, at: plane, ...(stands ? { side: 'front' } : {}) })] }] // prettier-ignore
  }
  const [first, second, more] = at.picks
  if (!first || !second || more || first.owner !== second.owner) return []
  if (standsOut(first.shape, second.point) < STANDS) return []
  const [along, held] = [first, second].map((p) => pickedFaceOf(p, at.references))
  if (!along || !held || !('part' in along) || !('part' in held)) return []
  const by = isRound(first.shape) ? { line: 'face', face: [along.face] } : { at: { ...along, datum: 'middle', off: '0' }, side: 'front', lie: 'cut' } // prettier-ignore
  const fields = { part: along.part, ...by, may: 'piece', holds: [held.face] }
  return [{ key: 'divide off', words: 'take off the piece with the second face, along the first', picked: true, of: 'part', steps: [newStep(at, 'divide', fields)] }] // prettier-ignore
}

/** How far a place stands out of a face that a cut can go along, mm; of others not at all. */
function standsOut(shape: SurfaceShape, place: Vec3): number {
  if (isRound(shape)) return inFrontOf({ shape, outside: !('hole' in shape && shape.hole) }, place)
  return shape.kind === 'plane' ? dot(shape.normal, place) - dot(shape.normal, shape.point) : -Infinity
}
