import { extentOf } from '../../faces/extent'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { type FaceValue, facesField, partField } from '../../fields/part'
import { fromFrame } from '../../geometry/placement'
import { add, anySquareTo, cross, scale, type Vec2, type Vec3 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { polygonProfile } from '../../profile/shapes'
import { raise } from '../../result'
import { joinedOutput } from '../joining'
import { newStep, type Offer, type Situation } from '../offer'
import { type StepContext, stepKind } from '../step-kind'

const fields = {
  part: partField('The part', 'change'),
  on: facesField('The round face', 'part'),
  from: choiceField('Which end it is measured from', 'high', { high: 'its upper end', low: 'its lower end' }),
  at: lengthField('How far from there it begins', '10', 0, 10_000),
  wide: lengthField('How wide it is', '2', 0.05, 10_000),
  high: lengthField('How far it stands out', '1.5', 0.05, 1000),
  form: choiceField('Its sides', 'square', { square: 'square', both: 'slanting out on both sides', far: 'slanting out on the far side' }), // prettier-ignore
  what: choiceField('What it is', 'ring', { ring: 'A ring', groove: 'A groove' }),
}
type Values = FieldValues<typeof fields>

/** A ring or a groove round a round face: a stop in a socket, a bead on a spigot, a lip. */
export const ringStep = stepKind({
  kind: 'ring',
  title: 'Ring or groove on a round face',
  findBy: ['bead', 'stop', 'lip', 'collar', 'shoulder', 'ridge', 'snap', 'o-ring', 'hose', 'barb', 'socket'],
  group: 'change',
  about: 'A ring that stands out of a round face, inside or outside, or a groove in it: a stop, a bead, a lip.',
  fields,
  fieldNotes: {
    part: 'id of the part',
    on: 'one kept face of it that is a cylinder, inside or outside; a list of one',
    from: 'along the axis: `high` is the upper end (of one that lies, the one to the right, else to the back)',
    wide: 'along the axis, where it is fastened',
    high: 'square to the face',
    form: '`square`, or slanting out by 45 degrees on `both` sides or the `far` one alone, so that nothing catches or hangs over', // prettier-ignore
    what: '`ring` stands out of the face, `groove` goes into it',
  },
  sentence: [
    { field: 'what' }, { field: 'on', before: 'on' }, { field: 'part', before: 'of', after: ',' }, { field: 'at' }, { field: 'from', before: 'from', after: ',' },
    { field: 'wide', after: ' wide,' }, { field: 'high', after: ' high,' }, { field: 'form', after: '.' },
  ], // prettier-ignore
  surfaces: { side: { called: 'ring', moved: ['high', 'how far it stands out'] } },
  offers: offerRing,
  example: [
    { kind: 'solid', fields: { shape: 'tube', across: '30', height: '40' } },
    { kind: 'ring', fields: { part: 'before1', on: [{ name: { step: 'before1', role: 'side' }, near: [15, 0, 20], of: 1 }] } }, // prettier-ignore
  ],
  build: (values, context) => {
    const { part, on, what } = values
    const [face, more] = on
    if (!face || more) return raise('no-face', face ? 'A ring goes round one face; give others steps of their own.' : 'Pick a round face.', 'on') // prettier-ignore
    const tool = ringTool(values, face, context)
    return joinedOutput(tool, { how: what === 'ring' ? 'add' : 'take', parts: [part], name: part.name }, context)
  },
})

/** It is fastened so deep in its face, mm; chords of the face lie no deeper. */
const FAST = 0.1

function ringTool(values: Values, face: FaceValue, { kernel, id, tolerance }: StepContext): Solid {
  const { at, wide, high, form, from, what } = values
  const { shape } = face.tag
  if (shape.kind !== 'cylinder') return raise('not-round', 'A ring goes round a cylinder, inside or outside; this face is none.', 'on') // prettier-ignore
  const up = upwards(shape.axis)
  const [low, top] = extentOf(face.on, face.region, shape.point, up)
  if (at + wide > top - low + 1e-9) return raise('long', `The face is ${(top - low).toFixed(2)} mm long there; the ring would end ${(at + wide - (top - low)).toFixed(2)} mm past it.`, 'at') // prettier-ignore
  // Which way away from the axis the ring stands: out of an outside, into a hole; a groove against that.
  const out = (shape.hole ? -1 : 1) * (what === 'ring' ? 1 : -1)
  const tip = shape.radius + out * high
  if (tip < 0.05) return raise('high', `It would reach the axis; up to ${(shape.radius - 0.05).toFixed(2)} mm high does.`, 'high') // prettier-ignore
  const [near, far] = [form === 'both' ? high : 0, form === 'square' ? 0 : high]
  if (near + far > wide - 1e-9 && form !== 'square') return raise('narrow', `Slanting by 45 degrees it has to be wider than ${(near + far).toFixed(2)} mm.`, 'wide') // prettier-ignore
  const foot = shape.radius - out * FAST
  // Anticlockwise in (radius, height), whichever way it stands out.
  const outline: [Vec2, string][] = [[[foot, wide], 'foot'], [[foot, 0], 'behind'], [[shape.radius, 0], 'behind'], [[tip, near], 'face'], [[tip, wide - far], 'ahead'], [[shape.radius, wide], 'ahead']] // prettier-ignore
  const points = outline.map(([p]) => p)
  const names = outline.map(([, name]) => name)
  const profile = out > 0 ? polygonProfile(points, names) : polygonProfile([...points].reverse(), [...names.slice(0, -1)].reverse().concat(names.at(-1)!)) // prettier-ignore
  const begin = from === 'high' ? top - at : low + at
  const way = from === 'high' ? scale(up, -1) : up
  const origin = add(shape.point, scale(up, begin))
  const along = anySquareTo(way)
  const solid = kernel.revolve(profile, 2 * Math.PI, { step: id, side: 'side', start: 'start', end: 'end' }, tolerance)
  return kernel.place(solid, fromFrame(along, cross(way, along), way, origin))
}

/** Of both ways of an axis the one that leads upwards, else to the right, else to the back. */
function upwards(axis: Vec3): Vec3 {
  const lead = [axis[2], axis[0], axis[1]].find((v) => Math.abs(v) > 1e-6) ?? 1
  return lead < 0 ? scale(axis, -1) : axis
}

/** A ring is begun on faces as long as this, as usual from so much on, and in holes from such a radius on, mm. */
const [SHORTEST, USUAL, NARROW] = [3, 14, 4.5]

function offerRing({ picks, newId }: Situation): Offer[] {
  const [pick, more] = picks
  if (!pick?.kept || more || pick.reference !== undefined || pick.shape.kind !== 'cylinder') return []
  const long = pick.shape.axis.reduce((sum, a, k) => sum + Math.abs(a) * pick.size[k]!, 0)
  if (long < SHORTEST) return []
  const third = (of: number) => String(Math.max(0.1, Math.floor((10 * of) / 3) / 10))
  const low = { ...(long < USUAL ? { at: third(long) } : {}), ...(pick.shape.hole && pick.shape.radius < NARROW ? { high: third(pick.shape.radius) } : {}) } // prettier-ignore
  return [{ key: 'ring', words: 'put a ring on it', picked: true, steps: [newStep({ newId }, 'ring', { part: pick.owner, on: [pick.kept], ...low })] }] // prettier-ignore
}
