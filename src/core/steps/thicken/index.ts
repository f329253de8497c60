import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { facesField, partField } from '../../fields/part'
import type { Solid } from '../../kernel/kernel'
import { raise } from '../../result'
import { wallOf } from '../../walls/wall'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords } from '../joining'
import { newStep, type Offer, type Situation } from '../offer'
import { pickedFaces } from '../picked'
import { type StepContext, stepKind } from '../step-kind'

const fields = {
  part: partField('The part', 'read'),
  faces: facesField('The faces', 'part'),
  by: lengthField('The thickness', '2', 0.05, 1000),
  way: choiceField('On which side', 'out', { out: 'in front of them', in: 'behind them' }),
  ...joiningFields,
}
type Values = FieldValues<typeof fields>

/** Faces of a part drawn out to a skin of one thickness. */
export const thickenStep = stepKind({
  kind: 'thicken',
  title: 'Thicken faces',
  findBy: ['skin', 'offset', 'layer', 'liner', 'pad', 'coat', 'sleeve'],
  group: 'make',
  about: 'Makes a skin of one thickness out of faces of a part, in front of them or behind.',
  fields,
  fieldNotes: {
    part: 'id of the part whose faces they are; it stays as it is',
    faces: 'kept faces of that part',
    ...JOINING_NOTES,
  },
  sentence: ['Thicken', { field: 'faces' }, { field: 'part', before: 'of', after: ',' }, { field: 'by', before: 'by' }, { field: 'way', after: ',' }, ...joiningWords], // prettier-ignore
  surfaces: {
    inside: { called: 'face of the skin', moved: ['by', 'its thickness'], along: () => 1 },
    skin: { called: 'back of the skin' },
    edge: { called: 'edge of the skin' },
  },
  start: ({ parts }) => (parts.length > 0 ? { part: parts.at(-1)!.id } : undefined),
  offers: offerThicken,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'thicken', fields: { part: 'before1', faces: [{ name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }] } }, // prettier-ignore
  ],
  build: (values, context) => joinedOutput(skinOf(values, context), { ...values, name: 'Skin' }, context),
})

function skinOf({ part, faces, by, way, how, parts }: Values, { kernel, id, tolerance }: StepContext): Solid {
  if (faces.length === 0) return raise('no-face', 'Pick the faces in the scene.', 'faces')
  const on = part.pointable()
  const picked = new Set(faces.map((f) => f.region))
  const { solid: skin } = wallOf(kernel, on, {
    way,
    thick: (r) => (picked.has(r) ? by : 0),
    step: id,
    tolerance,
    square: true,
  })
  // What it is joined to it stands in a little, so that the two are one.
  if (how === 'add' && parts.some((p) => p.id === part.id)) return skin
  return way === 'in' ? kernel.intersect(part.solid, skin) : kernel.subtract(skin, [part.solid])
}

function offerThicken(at: Situation): Offer[] {
  const picked = pickedFaces(at)
  if (!picked) return []
  const { part, faces, many } = picked
  return [{ key: 'thicken', words: many ? 'thicken these faces' : 'thicken this face', picked: true, steps: [newStep(at, 'thicken', { part, faces })] }] // prettier-ignore
}
