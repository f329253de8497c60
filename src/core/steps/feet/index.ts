import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { facesField, partField } from '../../fields/part'
import { compose, translation } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import { copied } from '../../kernel/retagged'
import { circle } from '../../profile/shapes'
import { raise } from '../../result'
import { type FaceCover, faceCover } from '../face-cover'
import { joinedOutput, ROOT } from '../joining'
import { offerOnFlat } from '../on-flat'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { hasRoom } from '../picked'
import { OUT } from '../through'

const fields = {
  part: partField('The part', 'change'),
  on: facesField('The face', 'part'),
  as: choiceField('What they are', 'recess', { recess: 'Recesses for rubber feet', foot: 'Feet' }),
  across: lengthField('Diameter', '8', 1, 200),
  deep: lengthField('Depth or height', '0.8', 0.1, 100),
  margin: lengthField('From the edges', '2', 0, 500),
}
type Values = FieldValues<typeof fields>

/** Faces have room for small ones at their corners, and for the usual, from so much on, mm. */
const [SMALL, USUAL] = [13, 26]

/** Recesses for rubber feet, or feet, near the corners of a face. */
export const feetStep = stepKind({
  kind: 'feet',
  title: 'Feet, or recesses for rubber feet',
  findBy: ['feet', 'foot', 'rubber', 'bumper', 'stand', 'recess', 'pad', 'table', 'slip'],
  group: 'hold',
  about: 'Four round recesses for stuck-on feet, or feet, as near to the corners of a flat face as they have room.',
  fields,
  fieldNotes: { part: 'id of the part', on: 'one kept flat face of it; a list of one', as: '`recess` or `foot`', margin: 'to the edges of the face' }, // prettier-ignore
  sentence: [
    { field: 'as', after: ',' }, 'Ø', { field: 'across' }, 'and', { field: 'deep', after: ' deep or high,' }, 'near the corners of', { field: 'on' }, { field: 'part', before: 'of', after: ',' },
    { field: 'margin', after: ' from its edges.' },
  ], // prettier-ignore
  surfaces: {
    foot: { called: 'side of a foot', moved: ['across', 'the diameter'] },
    seat: { called: 'seat of a foot', moved: ['deep', 'the depth'], along: ({ as }) => (as === 'foot' ? 1 : -1) },
  },
  offers: (at) => offerOnFlat(at, 'feet', 'recesses for rubber feet in it', SMALL, (pick) => hasRoom(pick, [USUAL, USUAL]) ? {} : { across: '4', margin: '1' }), // prettier-ignore
  example: [
    { kind: 'solid', fields: { width: '40', depth: '40' } },
    { kind: 'feet', fields: { part: 'before1', on: [{ name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }] } }, // prettier-ignore
  ],
  build: buildFeet,
})

const CORNERS = { 'front left': [0, 1], 'front right': [2, 1], 'back right': [2, 3], 'back left': [0, 3] } as const

function buildFeet(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const [face, more] = v.on
  if (!face || more) return raise('no-face', face ? 'Feet stand on one face; give others steps of their own.' : 'Pick a flat face.', 'on') // prettier-ignore
  const cover = faceCover(face)
  const recess = v.as === 'recess'
  const [z0, z1] = recess ? [-v.deep, OUT] : [-ROOT, v.deep]
  const names = { step: id, top: recess ? 'mouth' : 'seat', bottom: recess ? 'seat' : 'in', side: 'foot' }
  const one = kernel.extrude(circle([0, 0], v.across / 2), z0, z1, { names, tolerance })
  const tools = Object.entries(CORNERS).map(([name, [i, j]]) => {
    const at = nearest(cover, [cover.box[i], cover.box[j]], v.across / 2 + v.margin)
    return copied(kernel, one, compose(cover.frame, translation([...at, 0])), name)
  })
  return joinedOutput(kernel.union(tools), { how: recess ? 'take' : 'add', parts: [v.part], name: '' }, context)
}

/** The place nearest a corner, on the way to the middle of the face, that is on it with room all round. Errors: no-room */
function nearest(cover: FaceCover, corner: Vec2, room: number): Vec2 {
  const [x0, y0, x1, y1] = cover.box
  const middle: Vec2 = [(x0 + x1) / 2, (y0 + y1) / 2]
  // Inwards by equal amounts both ways, as far as the shorter way goes.
  const far = Math.min(x1 - x0, y1 - y0) / 2
  const [sx, sy] = [Math.sign(middle[0] - corner[0]), Math.sign(middle[1] - corner[1])]
  for (let t = room; t <= far + 1e-9; t += Math.max(0.05, far / 400)) {
    const at: Vec2 = [corner[0] + sx * t, corner[1] + sy * t]
    if (cover.has(at, room)) return at
  }
  return raise('no-room', `There is no place near the corners of this face for Ø ${(2 * room).toFixed(1)} mm with its margin; smaller ones would have one.`, 'across') // prettier-ignore
}
