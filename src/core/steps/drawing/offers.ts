import type { PickedFace } from '../../fields/picked-face'
import { dot } from '../../geometry/vec'
import { newStep, type Offer, often, type Situation } from '../offer'
import { isRoundOutside, pickedFaceOf, touching } from '../picked'

type PickOf = Situation['picks'][number]

/** A drawing on the ground. */
export const startDrawing = (): Record<string, unknown> => ({ on: { base: 'ground', off: '0' }, shapes: [] })

const drawingOn = (at: Situation, key: string, words: string, on: object, of?: Offer['of']): Offer[] =>
  [{ key, words, picked: true, ...(of ? { of } : {}), steps: [newStep(at, 'drawing', { on: { ...on, off: '0' }, shapes: [] })] }] // prettier-ignore

/** A drawing midway between two flat faces that are picked. */
function between(at: Situation, one: PickOf, other: PickOf): Offer[] {
  const [first, second] = [one, other].map((p) => pickedFaceOf(p, at.references))
  if (!first || !second || one.shape.kind !== 'plane' || other.shape.kind !== 'plane') return []
  if (Math.abs(Math.abs(dot(one.shape.normal, other.shape.normal)) - 1) > 1e-6) return []
  return drawingOn(at, 'drawing midway', 'draw midway between these', { ...first, and: second, datum: 'middle' })
}

/** A drawing on the flat face that is picked, square to the axis of a round one, or square to the edge beside the pick. */
export const offerDrawings = (at: Situation): Offer[] => {
  const [pick, second] = at.picks
  if (!pick || at.picks.length > 2) return []
  if (second) return between(at, pick, second)
  const face = pickedFaceOf(pick, at.references)
  const kept = pick.reference === undefined ? pick.edge?.kept : undefined
  return [
    ...(face ? onFace(at, pick, face) : []),
    ...(kept ? drawingOn(at, 'drawing square to edge', 'draw square to this edge', { part: pick.owner, along: { ...kept, run: 'piece' }, at: 'middle' }, 'edge') : []), // prettier-ignore
  ]
}

function onFace(at: Situation, { shape, point }: PickOf, face: PickedFace): Offer[] {
  if (shape.kind === 'plane')
    return often(drawingOn(at, 'drawing picked', 'draw on this', { ...face, datum: 'middle' }))
  return [
    ...('axis' in shape ? drawingOn(at, 'drawing square', 'draw square to its axis', { ...face, datum: 'middle', at: 'end' }) : []), // prettier-ignore
    ...(isRoundOutside(shape) ? often(drawingOn(at, 'drawing touching', 'draw where this touches a plane', touching(face, shape, point))) : []), // prettier-ignore
  ]
}
