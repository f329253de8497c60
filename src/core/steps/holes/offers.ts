import { DRAWING } from '../drawn'
import { newStep, type Offer, type Situation } from '../offer'
import { isRoundOutside, pickedFaceOf, touching } from '../picked'

/** Holes in the face that is picked, flat or the outside of something round, and at the middles of a drawing that lies on a part and is used for nothing yet. */
export const offerHoles = (at: Situation): Offer[] => [...inFace(at), ...atDrawing(at)]

function inFace(at: Situation): Offer[] {
  const [pick, more] = at.picks
  const face = pick && !more ? pickedFaceOf(pick, at.references) : undefined
  if (!pick || !face || !('part' in face)) return []
  const on = pick.shape.kind === 'plane' ? { ...face, datum: 'middle', off: '0' } : isRoundOutside(pick.shape) ? touching(face, pick.shape, pick.point) : undefined // prettier-ignore
  if (!on) return []
  const fields = { on, at: [{ along: '0', up: '0', from: '' }], parts: [face.part] } // prettier-ignore
  return [
    { key: 'holes picked', words: 'put holes in it', picked: true, often: true, steps: [newStep(at, 'holes', fields)] },
  ]
}

function atDrawing(at: Situation): Offer[] {
  return at.left.flatMap(({ token, step }): Offer[] => {
    const on = token === DRAWING.name ? at.document.steps.find((s) => s.id === step)?.fields.on : undefined
    const used = at.document.steps.some((s) => s.id !== step && s.fields.drawing === step)
    if (used || typeof on !== 'object' || on === null || !('part' in on)) return []
    const fields = { where: 'drawing', drawing: step, parts: [on.part] }
    return [
      { key: `holes ${step}`, words: 'Put holes at its middles', goal: 'holes', steps: [newStep(at, 'holes', fields)] },
    ]
  })
}
