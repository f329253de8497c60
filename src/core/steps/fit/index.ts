import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { partsField } from '../../fields/part'
import { maybePublicationField } from '../../fields/publication'
import { maybeRimField } from '../../fields/rim'
import { invert, type Placement } from '../../geometry/placement'
import { offsetProfile } from '../../profile/offset'
import { difference, union } from '../../profile/combine'
import { lengthOf, pointAt, type Profile } from '../../profile/segment'
import { circle } from '../../profile/shapes'
import { expectOk, raise } from '../../result'
import { closedRun, exactOutline, FLAT, type Run } from '../closed-run'
import { DRAWING } from '../drawn'
import { joinedOutput, ROOT } from '../joining'
import { type StepContext, type StepOutput, stepKind } from '../step-kind'
import { OUT, throughAll } from '../through'
import { offerFit, startFit } from './offers'
import { fitRow, pickedThing } from './row'

const MOST = 10_000

const fields = {
  way: choiceField('Which way it fits', 'around', { around: 'Room round', inside: 'A plug to go inside' }),
  by: choiceField('What says what it fits', 'edges', { edges: 'what ends in', drawing: 'what is drawn in' }),
  of: maybeRimField('What it fits'),
  drawing: maybePublicationField('The drawing', DRAWING),
  gap: lengthField('The gap, per side', 'fit.sliding', 0, 50, 'per-side'),
  air: lengthField('Groove for air', '0', 0, 20),
  reach: choiceField('How far', 'through', { through: 'through all of it', end: 'to its end' }),
  below: lengthField('The room under its end', '0.5', 0, MOST),
  long: lengthField('How far it goes in', '6', 0.05, MOST),
  after: choiceField('What becomes of it', 'own', { own: 'a part of its own', add: 'added to' }),
  parts: partsField('The parts', 'change'),
}
type Values = FieldValues<typeof fields>

/** Room for a thing that goes in, or a plug that goes into an opening: by its outline and a gap, tied to it. */
export const fitStep = stepKind({
  kind: 'fit',
  title: 'Fit around or inside',
  findBy: [
    'clearance',
    'hole for',
    'pocket',
    'socket',
    'peg',
    'plug',
    'tongue',
    'mate',
    'pin',
    'tolerance',
    'slip over',
  ],
  group: 'change',
  about:
    'Makes room in parts for what is picked, or a plug that goes into an opening that is picked, with a gap all round.',
  fields,
  fieldNotes: {
    way: '`around`: a hole in `parts` for what ends in the run of edges, larger by the gap; `inside`: a plug for the opening that the run is the rim of, smaller by it',
    by: '`edges`: `of`, or the outline of a `drawing`',
    drawing: 'with `drawing`: id of a drawing step before; empty: the nearest',
    of: 'with `edges`: one flat closed run of edges, as `of` of a panel: the end face of a pin, the rim of a hole',
    air: 'across; along the fit, on the side of what is made; 0 for none',
    reach: 'with `around`: `through` all of the parts, or to the `end` of what goes in',
    below: 'with `end`: so much room is left under it',
    long: 'with `inside`: how far the plug goes in',
    after: 'with `inside`: `own`, or `add` to `parts`',
    parts: 'with `around` the parts that get the hole, with `add` those the plug is added to',
  },
  sentence: [
    { field: 'way' }, { field: 'by', rare: true }, { field: 'of', when: ['by', 'edges'], after: ',' }, { field: 'drawing', when: ['by', 'drawing'], after: ',' }, { field: 'gap', after: ' per side,' },
    { field: 'reach', when: ['way', 'around'] }, { field: 'below', when: ['reach', 'end'], before: 'and', after: ' under that' },
    { field: 'long', when: ['way', 'inside'] , after: ' deep,' }, { field: 'after', when: ['way', 'inside'] },
    { field: 'parts', when: ['way', 'around'], before: 'in', after: '.' }, { field: 'parts', when: ['after', 'add'], after: '.' },
    { field: 'air', rare: true, before: 'A groove of', after: ' along it lets air by.' },
  ], // prettier-ignore
  surfaces: { side: { called: 'side of the fit', moved: ['gap', 'its gap'] }, far: { called: 'bottom' }, near: { called: 'mouth' } }, // prettier-ignore
  start: startFit,
  offers: offerFit,
  example: [
    { kind: 'solid', fields: { shape: 'cylinder', across: '8', height: '30' } },
    { kind: 'solid', fields: { width: '30', depth: '30', height: '6', lift: '10' } },
    {
      kind: 'fit',
      fields: { of: [{ part: 'before1', face: { name: { step: 'before1', role: 'far' }, near: [0, 0, 30] } }], parts: ['before2'] }, // prettier-ignore
    },
  ],
  build: (values, context) => (values.way === 'around' ? roomRound(values, context) : plugInside(values, context)),
})

/** The outline that is fitted, on its plane; nothing of it has an end that looks the other way. */
interface Fitted {
  frame: Placement
  outline: Profile
}

function fitted({ by, of, drawing }: Values): Fitted {
  if (by === 'drawing') {
    if (!drawing) return raise('no-step', 'This needs a drawing before it in the sheet, with the outline of what it fits.', 'drawing') // prettier-ignore
    const { plane, profile } = drawing.data
    if (profile.loops.length === 0) return raise('no-region', 'Nothing closed is drawn in it that could be fitted.', 'drawing') // prettier-ignore
    return { frame: plane.frame, outline: profile }
  }
  if (of.length === 0) return raise('no-edge', 'What it fits: pick a face or edges in the scene.', 'of')
  const { frame } = flatRun(of)
  return { frame, outline: exactOutline(of, invert(frame), 0) }
}

function flatRun(of: Values['of']): Run {
  const run = closedRun(of, 0)
  return run.off < FLAT ? run : raise('not-flat', 'This run of edges does not lie in one plane; pick a flat end, or the rim of an opening in a flat face.', 'of') // prettier-ignore
}

/** The outline with the gap round it, or less the gap. */
function gapped({ gap, way }: Values, { outline }: Fitted): Profile {
  const found = expectOk(offsetProfile(outline, way === 'around' ? gap : -gap))
  return found.loops.length > 0 ? found : raise('gap', `With a gap of ${gap.toFixed(2)} mm nothing is left to go in.`, 'gap') // prettier-ignore
}

/** With a groove along one side of it, half as deep as it is wide. Errors: air (nothing would be left beside it) */
function aired({ air, way }: Values, outline: Profile): Profile {
  if (air === 0) return outline
  const longest = outline.loops[0]!.reduce((a, b) => (lengthOf(b) > lengthOf(a) ? b : a))
  const groove = circle(pointAt(longest, 0.5), air / 2, 'air')
  const made = (way === 'around' ? union : difference)(outline, groove)
  return made.ok && made.value.loops.length === outline.loops.length ? made.value : raise('air', `A groove ${air.toFixed(2)} mm wide does not go along one side of this; up to ${(lengthOf(longest) / 3).toFixed(2)} mm would.`, 'air') // prettier-ignore
}

function roomRound(values: Values, context: StepContext): StepOutput {
  const { parts, reach, below, of } = values
  const { kernel, id, tolerance } = context
  if (parts.length === 0) return raise('no-part', 'Choose the part that the room is made in.', 'parts')
  if (values.by === 'edges' && of.some(({ owner }) => 'part' in owner && parts.some((p) => p.id === owner.part)))
    return raise('same-part', 'Room for a thing cannot be made in the thing itself; choose the other part.', 'parts')
  const run = fitted(values)
  const [least, most] = throughAll(parts.map((p) => p.solid), run.frame) // prettier-ignore
  if (reach === 'end' && below - least < OUT)
    return raise('reach', 'What goes in does not reach into the part.', 'reach')
  // What ends there comes from behind its own face.
  const span = [least, reach === 'end' ? below : most] as const
  const names = { step: id, top: 'far', bottom: 'near', side: 'side' }
  const hole = kernel.extrude(aired(values, gapped(values, run)), span[0], span[1], { names, tolerance })
  const output = joinedOutput(kernel.place(hole, run.frame), { how: 'take', parts, name: '' }, context)
  return { ...output, rows: [rowOf(values, run, parts, span, id)] }
}

function plugInside(values: Values, context: StepContext): StepOutput {
  const { long, after, parts } = values
  const { kernel, id, tolerance } = context
  const run = fitted(values)
  const root = after === 'add' ? ROOT : 0
  const names = { step: id, top: 'near', bottom: 'far', side: 'side' }
  const plug = kernel.extrude(aired(values, gapped(values, run)), -long, root, { names, tolerance })
  const solid = kernel.place(plug, run.frame)
  const how = after === 'own' ? 'own' : 'add'
  const output = joinedOutput(solid, { how, parts, name: 'Plug' }, context)
  const owner = after === 'own' ? [{ id, name: 'Plug' }] : parts
  return { ...output, rows: [rowOf(values, run, owner, [-long, 0], id)] }
}

/** @param span from where to where over its plane what is made goes, mm */
function rowOf(
  values: Values,
  { frame, outline }: Fitted,
  made: readonly { id: string; name: string }[],
  span: readonly [number, number],
  id: string,
) {
  const drawn = {
    selector: { of: 'drawn', profile: outline, frame, span },
    name: values.way === 'around' ? 'What is drawn' : 'what is drawn',
  } as const
  return fitRow(id, values, values.by === 'edges' ? pickedThing(values.of, frame) : drawn, made)
}
