import { planeAcross } from '../../fields/plane'
import { type Box3, boxMiddle, boxSize, dot, type Vec3 } from '../../geometry/vec'
import { newStep, type Offer, type Situation } from '../offer'
import { flatPick, pickedFaceOf } from '../picked'

/** Half way along the longest side of a box: a plane of the project. */
function acrossLongest(box: Box3) {
  const size = boxSize(box)
  const axis = size.indexOf(Math.max(...size))
  return planeAcross(axis, Math.round(boxMiddle(box)[axis]! * 100) / 100)
}

/** In front of a face there has to be so much of the part for it to be divided along it, mm. */
const STANDS = 0.5

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
  const flat = flatPick(at)
  if (flat && 'part' in flat.face) {
    const { part } = flat.face
    const bounds = at.parts.find((p) => p.id === part)?.bounds
    if (!bounds || flat.pick.shape.kind !== 'plane') return []
    const [before, behind] = aroundPlane(bounds, flat.pick.shape)
    const stands = before > STANDS
    const plane = { ...flat.face, datum: 'middle', off: stands ? '0' : String(-Math.round(50 * behind) / 100) }
    const words = stands ? 'divide along this face' : 'divide parallel to this face, in the middle'
    return [{ key: 'divide at', words, picked: true, of: 'part', steps: [newStep(at, 'divide', { part, at: plane, ...(stands ? { side: 'front' } : {}) })] }] // prettier-ignore
  }
  const [first, second, more] = at.picks
  if (!first || !second || more || first.owner !== second.owner || first.shape.kind !== 'plane') return []
  if (dot(first.shape.normal, second.point) - dot(first.shape.normal, first.shape.point) < STANDS) return []
  const [plane, held] = [first, second].map((p) => pickedFaceOf(p, at.references))
  if (!plane || !held || !('part' in plane) || !('part' in held)) return []
  const fields = { part: plane.part, at: { ...plane, datum: 'middle', off: '0' }, side: 'front', may: 'piece', holds: [held.face], lie: 'cut' } // prettier-ignore
  return [{ key: 'divide off', words: 'take off the piece with the second face, along the first', picked: true, of: 'part', steps: [newStep(at, 'divide', fields)] }] // prettier-ignore
}
