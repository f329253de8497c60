import type { PickedFace } from '../../fields/picked-face'
import { DRAWING } from '../drawn'
import { newStep, type Offer, type Situation } from '../offer'
import { pickedFaceOf } from '../picked'

/** From the drawing before the last to the last. */
export function startLoft(at: Situation): Record<string, unknown> | undefined {
  const drawings = at.left.filter((l) => l.token === DRAWING.name)
  const [from, to] = drawings.slice(-2)
  return from && to && { from: from.step, to: to.step }
}

/** Two flat ends that are picked, joined by a skin that leaves both squarely; what they are ends of is one part then. */
export function offerLoft(at: Situation): Offer[] {
  const [one, other, more] = at.picks
  if (!one || !other || more || one.shape.kind !== 'plane' || other.shape.kind !== 'plane') return []
  const [from, to] = [pickedFaceOf(one, at.references), pickedFaceOf(other, at.references)]
  if (!from || !to || !('part' in from) || !('part' in to)) return []
  const outline = (face: PickedFace) => {
    const shapes = [{ id: at.newId(), kind: 'edges', fields: { of: [face], holes: 'without', is: 'material' } }]
    return newStep(at, 'drawing', { on: { ...face, datum: 'middle', off: '0' }, shapes })
  }
  const [begin, end] = [outline(from), outline(to)]
  const skin = newStep(at, 'loft', { from: begin.id, to: end.id, run: 'smooth', how: 'add', parts: [from.part] })
  const whole = from.part === to.part ? [] : [newStep(at, 'combine', { part: from.part, do: 'add', tools: [to.part], after: 'gone' })] // prettier-ignore
  return [{ key: 'loft faces', words: 'blend one into the other', picked: true, steps: [begin, end, skin, ...whole] }]
}
