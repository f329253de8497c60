import { footOf, withShifted } from '../../alter/shift'
import { featuresAt } from '../../alter/take-off'
import type { Pointable } from '../../faces/resolve'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { facesField, partField } from '../../fields/part'
import { planeField } from '../../fields/plane'
import {
  compose,
  fromFrame,
  invert,
  type Placement,
  translation,
  turnAbout,
  turnAboutLine,
} from '../../geometry/placement'
import { anySquareTo, cross, dot, scale, sub, type Vec3 } from '../../geometry/vec'
import type { Feature } from '../../alter/plan'
import { raise } from '../../result'
import { someFaces } from '../by-hand'
import { stepKind } from '../step-kind'
import { offerMoveFeature } from './offers'

const MOST = 10_000
const fields = {
  part: partField('The part', 'change'),
  faces: facesField('A face of each', 'part'),
  keep: choiceField('What is at the old place then', 'move', { move: 'Move', copy: 'Copy' }),
  how: choiceField('Where to', 'by', {
    by: 'by',
    turn: 'turned about its middle',
    onto: 'onto',
    till: 'until its middle lies at',
  }),
  right: lengthField('To the right', '5', -MOST, MOST),
  back: lengthField('To the back', '0', -MOST, MOST),
  up: lengthField('Upwards', '0', -MOST, MOST),
  to: planeField('Where it comes to stand'),
  angle: angleField('The turn', '0', -3600, 3600),
}
type Values = FieldValues<typeof fields>

/** Bosses, holes, slots, letters of a part put elsewhere on it, or there as well. */
export const moveFeatureStep = stepKind({
  kind: 'move-feature',
  title: 'Move or copy a hole, a boss, a sign',
  findBy: ['shift', 'relocate', 'duplicate', 'turn', 'rotate', 'rib', 'slot', 'letters', 'pattern', 'edit a mesh'],
  group: 'alter',
  about:
    'Puts what stands on flat faces of a part, or is sunk in them, somewhere else on it: the old place closes, at the new one it is joined or cut.',
  fields,
  fieldNotes: {
    part: 'id of the part',
    faces: 'kept faces of it; all that stands or is sunk there with each goes along',
    keep: '`move`, or `copy`: it stays at its old place too',
    how: '`by` `right`, `back` and `up`; `turn`: about its own middle, square to its face; `onto`: its foot comes to the datum of a plane, looking the way that looks; `till`: straight on, until its middle lies in a plane: so far from a face as that says, and from then on',
    to: 'with `onto` and `till`: as in a drawing',
    angle: 'with `turn` and `onto`: degrees, anticlockwise seen against the way its face looks',
  },
  sentence: [
    { field: 'keep' }, { field: 'faces', before: 'what belongs to' }, { field: 'part', before: 'of', after: ',' }, { field: 'how' },
    { field: 'right', when: ['how', 'by'], after: ' to the right,' }, { field: 'back', when: ['how', 'by'], after: ' to the back,' }, { field: 'up', when: ['how', 'by'], after: ' up.' },
    { field: 'to', when: ['how', 'onto'], after: ',' }, { field: 'to', when: ['how', 'till'], after: '.' }, { field: 'angle', when: ['how', 'turn', 'onto'], before: 'by', after: '.' },
  ], // prettier-ignore
  drag: { by: ['right', 'back', 'up'], called: 'where it is moved to', when: ['how', 'by'] },
  offers: offerMoveFeature,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'solid', fields: { shape: 'cylinder', across: '6', height: '30', on: { base: 'ground', off: '-5' }, how: 'take', parts: ['before1'] } },
    { kind: 'move-feature', fields: { part: 'before1', faces: [{ name: { step: 'before2', role: 'side' }, near: [3, 0, 10], of: 1 }], right: '4', back: '-2.5' } },
  ], // prettier-ignore
  build: (values, { kernel, id }) => {
    const { part, faces, keep } = values
    const on = part.pointable()
    const regions = someFaces(faces).map((f) => f.region)
    const features = featuresAt(on, regions, (f) => f.apart)
    const to = placementOf(values, on, features)
    const solid = withShifted(kernel, part.solid, on, features, to, keep === 'copy' && { as: id })
    const [were, are] = [part.solid, solid].map((s) => kernel.bodies(s).length) as [number, number]
    const notes = are > were ? [`${part.name} is in ${are} pieces now: something stands on nothing.`] : []
    return { parts: [{ id: part.id, solid }], rows: [], notes, draggedFrom: footOf(on, features[0]!).at }
  },
})

/** Errors: several (one foot at a time comes to a place) */
function placementOf(
  { how, right, back, up, to, angle }: Values,
  on: Pointable,
  features: readonly Feature[],
): Placement {
  if (how === 'by') return translation([right, back, up])
  if (features.length > 1) return raise('several', 'Only one at a time can be turned or put onto a place; pick one.', 'faces') // prettier-ignore
  const { at, out } = footOf(on, features[0]!)
  const spin = (angle * Math.PI) / 180
  if (how === 'till')
    return translation(scale(normalOf(to.frame), -dot(normalOf(to.frame), sub(at, originOf(to.frame)))))
  if (how === 'turn') return turnAboutLine(at, out, spin)
  return compose(to.frame, compose(turnAbout([0, 0, 1], spin), invert(footFrame(at, out))))
}

const normalOf = (m: Placement): Vec3 => [m[2]!, m[6]!, m[10]!]
const originOf = (m: Placement): Vec3 => [m[3]!, m[7]!, m[11]!]

/** A foot as a plane: along as level as can be. */
function footFrame(at: Vec3, out: Vec3): Placement {
  const level = Math.hypot(out[0], out[1])
  const along: Vec3 = level > 1e-6 ? [-out[1] / level, out[0] / level, 0] : Math.abs(out[2]) > 0.5 ? [1, 0, 0] : anySquareTo(out) // prettier-ignore
  return fromFrame(along, cross(out, along), out, at)
}
