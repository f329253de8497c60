import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField, countField } from '../../fields/number'
import { partField } from '../../fields/part'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { compose, translation, turnAbout } from '../../geometry/placement'
import { copied } from '../../kernel/retagged'
import type { Profile } from '../../profile/segment'
import { circle, rectangle } from '../../profile/shapes'
import { raise } from '../../result'
import { joinedOutput } from '../joining'
import { offerOnFace, reachOf } from '../picked'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { type Span, throughFirst } from '../through'

const fields = {
  part: partField('The part', 'change'),
  on: planeField('The face'),
  count: countField('How many', '2', 1, 20),
  apart: lengthField('From one to the next', '30', 1, 1000),
  head: lengthField('Hole for the head', '8', 1, 100),
  neck: lengthField('Slot for the shank', '4', 0.5, 100),
  run: lengthField('How far it drops', '8', 0.5, 200),
  at: placeField('The middle of them'),
  turn: angleField('The turn', '0', -360, 360),
}
type Values = FieldValues<typeof fields>

/** How wide and how high a face has to be for one, and how long for a row of two, mm. */
const [LEAST, DROP, ROW] = [12, 22, 42]

/** Keyholes to hang something on screw heads. */
export const keyholesStep = stepKind({
  kind: 'keyholes',
  title: 'Keyholes to hang it on screws',
  findBy: ['keyhole', 'hang', 'wall', 'screw', 'hook', 'mount', 'picture', 'nail'],
  group: 'hold',
  about: 'Keyholes in a row through the wall behind a face: a hole for the head of a screw, and a slot for its shank above it.', // prettier-ignore
  fields,
  fieldNotes: {
    part: 'id of the part',
    on: 'as in a drawing: the face that lies against the wall; up on it is up on the wall, unless turned',
    run: 'from the middle of the hole to that of the slot’s end',
  },
  sentence: [
    { field: 'count' }, 'keyholes', { field: 'apart', before: 'every' }, { field: 'on', before: 'in' }, { field: 'part', before: 'of', after: ',' }, 'Ø', { field: 'head' }, 'for the head and',
    { field: 'neck', after: ' for the shank,' }, { field: 'run', after: ' long,' }, { field: 'at', before: 'their middle at', after: '.' }, { field: 'turn', rare: true, before: 'Turned by', after: '.' },
  ], // prettier-ignore
  surfaces: {
    head: { called: 'hole for the head', moved: ['head', 'the hole for the head'], along: () => -2 },
    neck: { called: 'slot for the shank', moved: ['neck', 'the slot for the shank'], along: () => -2 },
  },
  offers: (at) => offerOnFace(at, 'keyholes', 'keyholes in it', (pick) => reachOf(pick).along >= ROW ? {} : { count: '1' }, [LEAST, DROP]), // prettier-ignore
  example: [
    { kind: 'solid', fields: { width: '60', depth: '30', height: '3' } },
    { kind: 'keyholes', fields: { part: 'before1', on: { base: 'ground', off: '3' } } },
  ],
  build: buildKeyholes,
})

function buildKeyholes(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  if (v.neck >= v.head) raise('neck', `A slot of ${v.neck.toFixed(1)} mm lets a head of Ø ${v.head.toFixed(1)} mm out; up to ${(v.head - 1).toFixed(1)} mm would hold it.`, 'neck') // prettier-ignore
  if (v.count > 1 && v.apart < v.head + 1) raise('apart', `Keyholes ${v.apart.toFixed(1)} mm apart run into each other; from ${(v.head + 1).toFixed(1)} mm on they do not.`, 'apart') // prettier-ignore
  const shapes: [Profile, string][] = [
    [circle([0, 0], v.head / 2), 'head'],
    [rectangle(-v.neck / 2, 0, v.neck / 2, v.run), 'neck'],
    [circle([0, v.run], v.neck / 2), 'neck'],
  ]
  const turn = turnAbout([0, 0, 1], (v.turn * Math.PI) / 180)
  const places = Array.from({ length: v.count }, (_, i) => {
    const along = (i - (v.count - 1) / 2) * v.apart
    return { name: `${i + 1}`, frame: compose(v.on.frame, compose(translation([...v.at, 0]), compose(turn, translation([along, 0, 0])))) } // prettier-ignore
  })
  const tools = places.map(({ frame, name }) => {
    const drawn = ([z0, z1]: Span) => kernel.union(shapes.map(([p, side]) => kernel.extrude(p, z0, z1, { names: { step: id, top: 'mouth', bottom: 'mouth', side }, tolerance }))) // prettier-ignore
    const span = throughFirst([v.part.solid], { way: 'in', field: 'on' }, frame, (s) => kernel.place(drawn(s), frame), kernel) // prettier-ignore
    return copied(kernel, drawn(span), frame, name)
  })
  const output = joinedOutput(kernel.union(tools), { how: 'take', parts: [v.part], name: '' }, context)
  return { ...output, notes: [`For screws with shanks up to ${v.neck.toFixed(1)} and heads up to ${v.head.toFixed(1)} mm; keep room for the heads behind the wall.`, ...output.notes] } // prettier-ignore
}
