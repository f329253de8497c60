import { drawingsLeft, isUsed } from '../drawn'
import { newStep, type Offer, type Situation } from '../offer'
import { flatPick } from '../picked'

/** A part of the last drawing. */
export function startExtrude(at: Situation): Record<string, unknown> | undefined {
  const last = drawingsLeft(at).at(-1)
  return last && fieldsFor(at, last.step)
}

/** What becomes of each drawing that nothing is made of yet. */
export const offerExtrude = (at: Situation): Offer[] => [...ofFace(at), ...ofRegion(at), ...ofDrawings(at)]

/** A flat face that is picked, drawn out: its edges on it, and what is made of them. */
function ofFace(at: Situation): Offer[] {
  const face = flatPick(at)?.face
  if (!face) return []
  const shapes = [{ id: at.newId(), kind: 'edges', fields: { of: [face], holes: 'with', is: 'material' } }]
  const drawing = newStep(at, 'drawing', { on: { ...face, datum: 'middle', off: '0' }, shapes })
  const joined = 'part' in face ? { how: 'add', parts: [face.part] } : {}
  const steps = [drawing, newStep(at, 'extrude', { drawing: drawing.id, by: '5', ...joined })]
  return [{ key: 'extrude face', words: 'extrude this face', picked: true, often: true, steps }]
}

/** One region of a drawing by itself: others of it can be made something else of, of another length. */
function ofRegion(at: Situation): Offer[] {
  const { region } = at
  if (!region || !drawingsLeft(at).some((d) => d.step === region.step)) return []
  const [along, up] = region.at.map((v) => Math.round(v * 100) / 100)
  const only = [{ along, up, from: '' }]
  return waysFor(at, region.step).map(({ sunk, fields }) => ({
    key: sunk ? 'sink region' : 'extrude region',
    words: sunk ? `sink this region alone into ${sunk}` : 'extrude this region alone',
    goal: 'of a region',
    picked: true,
    steps: [newStep(at, 'extrude', { ...fields, only })],
  }))
}

const ofDrawings = (at: Situation): Offer[] =>
  drawingsLeft(at).flatMap(({ step }): Offer[] => {
    const drawing = at.document.steps.find((s) => s.id === step)
    const shapes = drawing?.fields.shapes
    if (isUsed(at, step) || !Array.isArray(shapes) || shapes.length === 0) return []
    const called = drawing?.name ?? 'the drawing'
    return waysFor(at, step).map(({ sunk, fields }) => ({
      key: `${sunk ? 'sink' : 'extrude'} ${step}`,
      words: sunk ? `Sink ${called} into ${sunk}` : `Extrude ${called}`,
      goal: 'draw out',
      steps: [newStep(at, 'extrude', fields)],
    }))
  })

/** How a drawing can be drawn out: on a face of a part also into that part, by whose name that is said. */
function waysFor(at: Situation, step: string): { sunk?: string; fields: Record<string, unknown> }[] {
  const out = fieldsFor(at, step)
  const part = at.parts.find((p) => out.parts?.includes(p.id))
  return [{ fields: out }, ...(part ? [{ sunk: part.name, fields: { ...out, way: 'in', how: 'take' } }] : [])]
}

/** On a face of a part it is added to that part; otherwise it is one of its own. */
function fieldsFor(at: Situation, step: string): Record<string, unknown> & { parts?: readonly string[] } {
  const on = at.document.steps.find((s) => s.id === step)?.fields.on
  const part = typeof on === 'object' && on !== null && 'part' in on ? on.part : undefined
  return { drawing: step, by: '5', ...(typeof part === 'string' ? { how: 'add', parts: [part] } : {}) }
}
