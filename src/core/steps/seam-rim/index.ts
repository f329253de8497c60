import type { RowSpec } from '../../built/rows'
import { gapRow } from '../../built/gap-row'
import { Outlines } from '../../divide/outlines-of'
import { throughout } from '../../divide/tongue'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { copied } from '../../kernel/retagged'
import { areaOf, boundsOf } from '../../profile/measure'
import type { Profile } from '../../profile/segment'
import { rectangle } from '../../profile/shapes'
import { raise } from '../../result'
import { type Facing, facingOf, JOINT_NOTES, jointFields, jointWords, offerJoint, OPEN, Pieces, ROOT, seamsMeant, startJoint } from '../joints' // prettier-ignore
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  ...jointFields,
  on: choiceField('Where the rim is', 'behind', { behind: 'the piece behind', front: 'the piece in front' }),
  wide: lengthField('Thickness of the rim', '3*line', 0.4, 50),
  high: lengthField('How far it reaches over', '3', 0.5, 200),
  gap: lengthField('Gap round what it reaches over', 'fit.snug', 0, 3, 'per-side'),
}
type Values = FieldValues<typeof fields>

/** The outside of one piece reaches over the other: a lap all round, which locates them and hides the cut. */
export const seamRimStep = stepKind({
  kind: 'seam-rim',
  title: 'Lap the pieces: a rim that hides the cut',
  findBy: ['lap', 'rim', 'lip', 'overlap', 'rebate', 'hide', 'seam', 'light', 'locate', 'join', 'glue'],
  group: 'divide',
  about: 'Gives the outermost of one piece to the other, which then reaches over it all round: nothing is seen through the cut, and the pieces cannot shift.', // prettier-ignore
  fields,
  fieldNotes: {
    ...JOINT_NOTES,
    on: '`behind`, or in `front`',
    wide: 'where the walls lean, at least',
    high: 'from the face of the piece that it is on',
  },
  sentence: [
    'A rim on', { field: 'on' }, ...jointWords, { field: 'wide', after: ' thick' }, 'reaches', { field: 'high', after: ' over the other,' }, 'with', { field: 'gap', after: ' of room.' },
  ], // prettier-ignore
  printer: ['line'],
  surfaces: {
    rim: { called: 'inside of the rim', moved: ['wide', 'the thickness of the rim'], along: () => -1 },
    'rim end': { called: 'end of the rim', moved: ['high', 'how far the rim reaches over'], along: () => 1 },
    core: { called: 'neck within the rim', moved: ['gap', 'the gap round it'], along: () => -1 },
    shoulder: { called: 'shoulder behind the rim' },
  },
  start: startJoint,
  offers: (at) => offerJoint(at, 'seam-rim', 'lap the pieces with a rim that hides the cut', 'flat'),
  example: [
    { kind: 'solid', fields: { width: '60', depth: '24', height: '20' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
    { kind: 'seam-rim', fields: {} },
  ],
  build: buildRim,
})

function buildRim(v: Values, context: StepContext): StepOutput {
  const pieces = new Pieces(context.kernel, v.cut.parts)
  const rows = seamsMeant(v, 'a rim', 'flat').flatMap((seam) => lapped(v, facingOf(seam, v.on), pieces, context))
  return { parts: pieces.outputs(), rows, notes: [] }
}

function lapped(v: Values, facing: Facing, pieces: Pieces, { kernel, id, tolerance }: StepContext): RowSpec[] {
  const { frame, ends: [lo, hi], own, other, seam } = facing // prettier-ignore
  const top = lo + v.high
  if (top + v.gap <= hi + 0.2) raise('high', `A rim ${v.high.toFixed(1)} mm high does not reach over the gap of ${seam.gap.toFixed(2)} mm; from ${(hi - lo + 0.4).toFixed(1)} mm on it would.`, 'high') // prettier-ignore
  const outlines = new Outlines(kernel)
  // Walls that lean are looked at all along: nowhere is the rim thinner than it is to be.
  const room = outer(throughout(kernel, pieces.get(other), frame, [hi + 0.01, (hi + top) / 2, top + v.gap]))
  const inside = outlines.grown(room, -v.wide)
  const core = outlines.grown(inside, -v.gap)
  if (core.loops.length === 0 || core.loops.length !== room.loops.length) raise('no-room', `Within a rim ${v.wide.toFixed(1)} mm thick and ${v.high.toFixed(1)} mm high nothing, or not all, of the other piece would be left at cut ${seam.name}. A thinner or lower one would do, or pins.`, 'wide') // prettier-ignore
  const upright = (profile: Profile, from: number, to: number, side: string, end: string) => copied(kernel, kernel.extrude(profile, from, to, { names: { step: id, side, top: end, bottom: end }, tolerance }), frame, seam.name) // prettier-ignore
  const [x0, y0, x1, y1] = boundsOf(room)
  const far = 2 * Math.max(x1 - x0, y1 - y0) + v.high
  const round = (hole: Profile) => outlines.less(rectangle(x0 - far, y0 - far, x1 + far, y1 + far), hole)
  // Where both pieces are at the cut: one of them may go on beside it.
  const section = outlines.common(throughout(kernel, pieces.get(own), frame, [lo - 0.01]), throughout(kernel, pieces.get(other), frame, [hi + 0.01])) // prettier-ignore
  // Its outside is the other piece's own; over the gap of the cut it goes on as the cut has it.
  const rim = kernel.intersect(pieces.get(other), upright(round(inside), hi - OPEN, top, 'rim', 'rim end'))
  const over = upright(outlines.less(section, inside), lo - ROOT, hi + ROOT, 'rim', 'rim end')
  const before = kernel.bodies(pieces.get(own)).length
  pieces.add(own, kernel.union([over, rim]))
  if (kernel.bodies(pieces.get(own)).length > before) raise('apart', `At cut ${seam.name} the other piece goes on beside this one, so that its outside does not hang together with it. A rim on the other piece would do.`, 'on') // prettier-ignore
  pieces.take(other, upright(round(core), hi - OPEN, top + v.gap, 'core', 'shoulder'))
  const of = (part: string, role: string) => ({ of: 'parts', parts: [part], surfaces: { step: id, role, copy: [seam.name] } }) as const // prettier-ignore
  const row = (name: string, between: string, roles: readonly [string, string]) => gapRow(id, `${seam.name} ${name}`, `${between} at cut ${seam.name} of ${v.cut.data.whole}`, v.gap, 'exact', of(own, roles[0]), of(other, roles[1])) // prettier-ignore
  return [row('sides', 'Rim', ['rim', 'core']), row('end', 'End of the rim', ['rim end', 'shoulder'])]
}

/** What a section's outlines hold, holes and all. */
const outer = ({ loops }: Profile): Profile => ({ loops: loops.filter((loop) => areaOf({ loops: [loop] }) > 0) })
