import { drawingsLeft, isUsed } from '../drawn'
import { newStep, type Offer, type Situation } from '../offer'

/** Faces divided by a drawing: those that are picked by the last one, and the face that one lies on. */
export const offerDivideFace = (at: Situation): Offer[] => [...ofPicks(at), ...ofDrawings(at)]

function ofPicks(at: Situation): Offer[] {
  const [pick] = at.picks
  const drawing = drawingsLeft(at).at(-1)?.step
  if (!pick?.kept || drawing === undefined || isUsed(at, drawing)) return []
  if (at.picks.some((p) => p.reference !== undefined || p.owner !== pick.owner || !p.kept || p.shape.kind !== 'plane')) return [] // prettier-ignore
  const words = at.picks.length > 1 ? 'divide these faces by the drawing' : 'divide this face by the drawing'
  return [{ key: 'divide-face', words, picked: true, of: 'hand', steps: [newStep(at, 'divide-face', { part: pick.owner, faces: at.picks.map((p) => p.kept!), drawing })] }] // prettier-ignore
}

/** A drawing on a face of a part that nothing is made of yet. */
const ofDrawings = (at: Situation): Offer[] =>
  drawingsLeft(at).flatMap(({ step }): Offer[] => {
    const drawing = at.document.steps.find((s) => s.id === step)
    const on = drawing?.fields.on as { part?: string; face?: object } | undefined
    const shapes = drawing?.fields.shapes
    if (isUsed(at, step) || !on?.part || !on.face || !Array.isArray(shapes) || shapes.length === 0) return []
    const words = `Divide the face by ${drawing?.name ?? 'the drawing'}`
    return [{ key: `divide-face ${step}`, words, goal: 'divide face', steps: [newStep(at, 'divide-face', { part: on.part, faces: [on.face as never], drawing: step })] }] // prettier-ignore
  })
