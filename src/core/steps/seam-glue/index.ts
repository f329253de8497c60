import { Outlines } from '../../divide/outlines-of'
import { throughout } from '../../divide/tongue'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { copied } from '../../kernel/retagged'
import { areaOf } from '../../profile/measure'
import { raise } from '../../result'
import { type Facing, facingOf, JOINT_NOTES, jointFields, jointWords, offerJoint, OPEN, Pieces, seamsMeant, startJoint } from '../joints' // prettier-ignore
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  ...jointFields,
  on: choiceField('In which faces', 'both', { both: 'both faces', behind: 'the face behind', front: 'the face in front' }), // prettier-ignore
  wide: lengthField('Width of a groove', '1.2', 0.2, 50),
  deep: lengthField('How deep', '3*layer', 0.05, 20),
  wall: lengthField('From the edges', '1.2', 0.2, 100),
  apart: lengthField('From one groove to the next', '6', 0.5, 500),
}
type Values = FieldValues<typeof fields>

/** Grooves in the faces of a cut that take up glue. */
export const seamGlueStep = stepKind({
  kind: 'seam-glue',
  title: 'Grooves for glue where pieces meet',
  findBy: ['glue', 'adhesive', 'groove', 'bond', 'stick', 'cement', 'join', 'seam', 'area'],
  group: 'divide',
  bought: true,
  about: 'Grooves let into the faces of a cut, along its outline and again further in, that take up glue and keep it from the outside; says how much there is to glue.', // prettier-ignore
  fields,
  fieldNotes: {
    ...JOINT_NOTES,
    on: '`both`, `behind` or `front`',
    wall: 'from the outline of the cut, and from pins, sockets and holes in it, to the first groove',
    apart: 'from the middle of a groove to that of the next further in',
  },
  sentence: [
    'Grooves for glue in', { field: 'on' }, ...jointWords, { field: 'wide', after: ' wide' }, 'and', { field: 'deep', after: ' deep,' }, { field: 'wall', after: ' from its edges' },
    { field: 'apart', before: 'and every', after: ' further in.' },
  ], // prettier-ignore
  printer: ['layer'],
  surfaces: {
    groove: { called: 'side of a groove for glue', moved: ['wide', 'the width of the grooves'] },
    bed: { called: 'bottom of a groove for glue', moved: ['deep', 'how deep the grooves are'], along: () => -1 },
  },
  start: startJoint,
  offers: (at) => offerJoint(at, 'seam-glue', 'let grooves for glue into the faces', 'flat'),
  example: [
    { kind: 'solid', fields: { width: '60', depth: '40', height: '20' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
    { kind: 'seam-glue', fields: {} },
  ],
  build: buildGlue,
})

function buildGlue(v: Values, context: StepContext): StepOutput {
  if (v.apart < v.wide + 0.4) raise('apart', `Grooves ${v.wide.toFixed(1)} mm wide every ${v.apart.toFixed(1)} mm leave nothing between them; from ${(v.wide + 0.8).toFixed(1)} mm on they do.`, 'apart') // prettier-ignore
  const pieces = new Pieces(context.kernel, v.cut.parts)
  const notes = seamsMeant(v, 'grooves', 'flat').map((seam) => {
    const sides = v.on === 'both' ? (['behind', 'front'] as const) : [v.on]
    const made = sides.map((from) => grooved(v, facingOf(seam, from), pieces, context))
    return `Cut ${seam.name}: ${made[0]!.area.toFixed(0)} mm² to glue, ${made[0]!.open.toFixed(0)} mm² of it over grooves.`
  })
  return { parts: pieces.outputs(), rows: [], notes }
}

/** Lets grooves into the face of a piece. @returns what of it meets the other, and what of that is open, mm2 */
function grooved(
  v: Values,
  { seam, own, frame, ends: [end] }: Facing,
  pieces: Pieces,
  { kernel, id, tolerance }: StepContext,
): { area: number; open: number } {
  const outlines = new Outlines(kernel)
  const face = throughout(kernel, pieces.get(own), frame, [end - 0.01])
  const under = throughout(kernel, pieces.get(own), frame, [end - 0.01, end - v.deep - 0.2])
  const stands = throughout(kernel, pieces.get(own), frame, [end + 0.05])
  const [flat, room] = stands.loops.length > 0 ? [outlines.less(face, stands), outlines.less(under, stands)] : [face, under] // prettier-ignore
  const rings = []
  for (let from = v.wall; ; from += v.apart) {
    const [outer, inner] = [outlines.grown(room, -from), outlines.grown(room, -from - v.wide)]
    if (inner.loops.length === 0) break
    rings.push(outlines.less(outer, inner))
  }
  if (rings.length === 0) return raise('no-room', `The face of cut ${seam.name} is too narrow for a groove ${v.wide.toFixed(1)} mm wide with ${v.wall.toFixed(1)} mm beside it. A narrower one, or nearer to the edges, would do; bare faces can be glued too.`, 'wide') // prettier-ignore
  const which = `${seam.name} ${own === seam.front ? 'front' : 'behind'}`
  pieces.take(own, ...rings.map((ring, i) => copied(kernel, kernel.extrude(ring, end - v.deep, end + OPEN, { names: { step: id, side: 'groove', top: 'mouth', bottom: 'bed', copy: [`${i + 1}`] }, tolerance }), frame, which))) // prettier-ignore
  return { area: areaOf(flat), open: rings.reduce((sum, ring) => sum + areaOf(ring), 0) }
}
