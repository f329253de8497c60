import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { compose, fromFrame } from '../../geometry/placement'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords, wayFollows } from '../joining'
import { newStep, type Offer, type Situation } from '../offer'
import { stepKind } from '../step-kind'
import { shapeOf } from './shape'
import { solidFields } from './fields'

const fields = {
  ...solidFields,
  at: placeField('Where it stands'),
  on: planeField('The plane it stands on'),
  way: choiceField('The direction', 'out', { out: 'outwards', in: 'inwards' }),
  turn: angleField('The turn', '0', -360, 360),
  lift: lengthField('How far off the plane it is', '0', -10_000, 10_000),
  ...joiningFields,
}

/** Plain solids by typed sizes. */
export const solidStep = stepKind({
  kind: 'solid',
  title: 'Put in a plain solid',
  findBy: ['box', 'block', 'cylinder', 'rod', 'tube', 'pipe', 'cone', 'ball', 'sphere', 'wedge', 'ramp', 'cube', 'new part'], // prettier-ignore
  group: 'make',
  about: 'A box, cylinder, tube, cone, ball or wedge by its sizes, on a plane or a face.',
  fields,
  fieldNotes: {
    shape: '`box`, `cylinder`, `tube`, `cone`, `ball` or `wedge`',
    top: 'diameter at the far end of a cone; 0 makes a tip',
    wall: 'of a tube',
    at: 'the middle of what stands on the plane, from the plane’s datum',
    on: 'as in a drawing',
    ...JOINING_NOTES,
  },
  sentence: [
    { field: 'shape' },
    { field: 'width', when: ['shape', 'box'] }, { field: 'width', when: ['shape', 'wedge'] },
    { field: 'depth', before: 'by', when: ['shape', 'box'] }, { field: 'depth', before: 'by', when: ['shape', 'wedge'] },
    { field: 'across', before: 'Ø', when: ['shape', 'cylinder'] }, { field: 'across', before: 'Ø', when: ['shape', 'tube'] },
    { field: 'across', before: 'Ø', when: ['shape', 'cone'] }, { field: 'across', before: 'Ø', when: ['shape', 'ball'] },
    { field: 'top', before: 'to Ø', when: ['shape', 'cone'] }, { field: 'wall', before: 'with a wall of', when: ['shape', 'tube'] },
    { field: 'height', before: 'by', when: ['shape', 'box'] }, { field: 'height', before: 'by', when: ['shape', 'wedge'] },
    { field: 'height', before: 'by', when: ['shape', 'cylinder'] }, { field: 'height', before: 'by', when: ['shape', 'tube'] },
    { field: 'height', before: 'by', when: ['shape', 'cone'], after: ',' },
    { field: 'on', before: 'on' }, { field: 'at', before: 'at', after: ',' }, { field: 'way', after: ',' },
    { field: 'turn', rare: true, before: 'turned', after: ',' }, { field: 'lift', rare: true, before: 'lifted', after: ',' }, ...joiningWords,
  ], // prettier-ignore
  surfaces: {
    far: { called: 'end', moved: ['height', 'its height'], along: ({ how }) => (how === 'take' ? -1 : 1) },
    near: { called: 'foot' },
    side: { called: 'side' },
    fore: { called: 'front of the wedge', moved: ['depth', 'its depth'] },
    hind: { called: 'back of the wedge', moved: ['depth', 'its depth'] },
  },
  start: () => ({}),
  follows: (fields, said) => wayFollows(fields, said, fields.on),
  offers: offerSolid,
  example: [{ kind: 'solid', fields: { shape: 'tube', across: '20', wall: '3', height: '12' } }],
  build: (values, context) => {
    const { kernel } = context
    const { at, on, way, turn, lift } = values
    const angle = (turn * Math.PI) / 180
    const [c, s] = turn % 90 === 0 ? [Math.round(Math.cos(angle)), Math.round(Math.sin(angle))] : [Math.cos(angle), Math.sin(angle)] // prettier-ignore
    const solid = shapeOf(values, context, values.how === 'add' && on.part !== undefined)
    const up = way === 'out' ? 1 : -1
    // Inwards it is turned over about its own depth, so that it stays what it is.
    const own = fromFrame([c! * up, s! * up, 0], [-s!, c!, 0], [0, 0, up], [at[0], at[1], up * lift])
    return joinedOutput(kernel.place(solid, compose(on.frame, own)), { ...values, name: 'Part' }, context)
  },
})

/** On the flat face of a part that is picked. */
function offerSolid(at: Situation): Offer[] {
  const [pick] = at.picks
  if (at.picks.length !== 1 || !pick?.kept || pick.reference !== undefined || pick.shape.kind !== 'plane') return []
  const on = { part: pick.owner, face: pick.kept, off: '0', datum: 'middle' }
  return [
    {
      key: 'solid picked',
      words: 'put a plain solid on it',
      picked: true,
      steps: [newStep(at, 'solid', { on, width: '10', depth: '10', height: '5', how: 'add', parts: [pick.owner] })],
    },
  ]
}
