import type { RowSpec } from '../../built/rows'
import { Outlines } from '../../divide/outlines-of'
import { liesIn } from '../../divide/socket'
import { banded } from '../../divide/band'
import { CUT_ROLES } from '../../divide/kerf'
import { STRAIGHT } from '../../divide/cut-line'
import { leastBand, mostWall, throughout, type TongueFigures, tongueIn } from '../../divide/tongue'
import { gapRow } from '../../built/gap-row'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import type { Kernel } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import type { Profile } from '../../profile/segment'
import { raise } from '../../result'
import { type Facing, facingOf, JOINT_NOTES, jointFields, jointWords, offerJoint, OPEN, Pieces, ROOT, seamsMeant, startJoint } from '../joints' // prettier-ignore
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  ...jointFields,
  on: choiceField('Which piece has the tongue', 'behind', { behind: 'on the piece behind', front: 'on the piece in front' }), // prettier-ignore
  run: choiceField('Where it runs', 'middle', { middle: 'down the middle', outline: 'along the outline' }),
  width: lengthField('Width of the tongue', '1.6', 0.4, 200),
  high: lengthField('Height of the tongue', '2.4', 0.4, 200),
  gap: lengthField('Gap all round it', 'fit.snug', 0, 2, 'per-side'),
  wall: lengthField('Wall beside the groove', '0.8', 0.4, 200),
  band: lengthField('How much thicker the walls get at the cut', '0', 0, 50),
}
type Values = FieldValues<typeof fields>

/** A tongue is at least so many lines wide. */
const LEAST_LINES = 2
/** What of the wall may be missing because outlines are chords, share of it. */
const CHORDS = 0.98

/** A tongue on one piece of a divided part in a groove of the other. */
export const tongueStep = stepKind({
  kind: 'tongue',
  title: 'Join pieces with tongue and groove',
  findBy: ['tongue', 'groove', 'rebate', 'spline', 'seam', 'lip', 'locate', 'register', 'align', 'glue', 'join', 'thin wall', 'tight'], // prettier-ignore
  group: 'divide',
  about: 'A tongue on one piece of a divided part in a groove of the other: down the middle of what the cut leaves, or along its outline. It is as wide as the walls beside it let it be, and lies within them on all of its height.', // prettier-ignore
  fields,
  fieldNotes: {
    ...JOINT_NOTES,
    on: '`behind` or `front`',
    run: '`middle`: all that lies between the walls, so that a wall gets a tongue down its middle; `outline`: a tongue of a width along its outline',
    gap: 'beside the tongue and over it',
    wall: 'least that is left of both pieces on either side of the groove',
    band: 'to each side, as high as the groove needs it: for walls too thin for a tongue',
  },
  sentence: [
    'A tongue', { field: 'on' }, ...jointWords, { field: 'run', after: ',' }, { field: 'width', when: ['run', 'outline'], after: ' wide,' }, { field: 'high', after: ' high,' },
    { field: 'gap', before: 'with', after: ' of room in its groove' }, { field: 'wall', before: 'and a wall of', after: ' beside it.' }, { field: 'band', rare: true, before: 'The walls get thicker there by', after: ' to each side.' },
  ], // prettier-ignore
  printer: ['line'],
  surfaces: {
    tongue: { called: 'tongue', moved: ['wall', 'the wall beside the groove'], along: () => -1 },
    'tongue top': { called: 'end of the tongue', moved: ['high', 'the height of the tongue'], along: () => 1 },
    groove: { called: 'groove', moved: ['gap', 'the gap round the tongue'], along: () => -1 },
    'groove floor': { called: 'bottom of the groove' },
    band: {
      called: 'band that makes the wall thicker',
      moved: ['band', 'how much thicker the walls get'],
      along: () => 1,
    },
  },
  start: startJoint,
  offers: (at) => offerJoint(at, 'tongue', 'join the pieces with tongue and groove', 'flat'),
  example: [
    { kind: 'solid', fields: { width: '60', depth: '24', height: '10' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
    { kind: 'tongue', fields: {} },
  ],
  build: buildTongue,
})

function buildTongue(v: Values, context: StepContext): StepOutput {
  const pieces = new Pieces(context.kernel, v.cut.parts)
  const seams = seamsMeant(v, 'a tongue', 'flat')
  const rows = seams.flatMap((seam) => grooved(v, facingOf(seam, v.on), pieces, context))
  return { parts: pieces.outputs(), rows, notes: [] }
}

function grooved(v: Values, facing: Facing, pieces: Pieces, context: StepContext): RowSpec[] {
  const { kernel, id, tolerance, printer } = context
  const { frame, ends: [lo, hi], own, other, seam } = facing // prettier-ignore
  const top = lo + v.high
  if (top + v.gap <= hi + 0.2) raise('high', `A tongue ${v.high.toFixed(1)} mm high does not reach over the gap of ${seam.gap.toFixed(2)} mm; from ${(hi - lo + 0.4).toFixed(1)} mm on it would.`, 'high') // prettier-ignore
  if (v.band > 0) thickened(v, facing, pieces, context)
  const into = pieces.get(other)
  // Walls that lean come nearer to the groove at its bottom than at the cut.
  const room = throughout(kernel, into, frame, [hi + 0.01, (hi + top) / 2, top + v.gap])
  const figures: TongueFigures = {
    wall: v.wall,
    gap: v.gap,
    least: LEAST_LINES * printer.line,
    ...(v.run === 'outline' ? { width: v.width } : {}),
  }
  const found = room.loops.length > 0 ? tongueIn(kernel, room, figures) : undefined
  if (!found) return refuse(v, facing, room, figures, kernel)
  const upright = (profile: Profile, from: number, to: number, side: string, end: string) => copied(kernel, kernel.extrude(profile, from, to, { names: { step: id, side, top: end, bottom: end }, tolerance }), frame, seam.name) // prettier-ignore
  const walls = kernel.extrude(new Outlines(kernel).grown(found.groove, CHORDS * v.wall), hi + 0.01, top + v.gap, { names: { step: id, side: 'room', top: 'room', bottom: 'room' }, tolerance }) // prettier-ignore
  if (!liesIn(kernel, kernel.place(walls, frame), into)) return refuse(v, facing, room, figures, kernel)
  pieces.add(own, upright(found.tongue, lo - ROOT, top, 'tongue', 'tongue top'))
  pieces.take(other, upright(found.groove, hi - OPEN, top + v.gap, 'groove', 'groove floor'))
  const of = (part: string, role: string) => ({ of: 'parts', parts: [part], surfaces: { step: id, role, copy: [seam.name] } }) as const // prettier-ignore
  const row = (name: string, between: string, roles: readonly [string, string]) => gapRow(id, `${seam.name} ${name}`, between, v.gap, 'exact', of(own, roles[0]), of(other, roles[1])) // prettier-ignore
  return [
    row('sides', `Tongue at cut ${seam.name} of ${v.cut.data.whole}`, ['tongue', 'groove']), // prettier-ignore
    row('end', `End of the tongue at cut ${seam.name} of ${v.cut.data.whole}`, ['tongue top', 'groove floor']),
  ]
}

/** Makes the walls of both pieces thicker at a cut, as high as the groove and the wall behind it are. */
function thickened(v: Values, facing: Facing, pieces: Pieces, { kernel, id, tolerance }: StepContext): void {
  const { frame, ends: [lo, hi], own, other, seam } = facing // prettier-ignore
  const high = v.high + v.gap + v.wall
  const region = new Outlines(kernel).grown(seam.section, v.band)
  for (const [part, span, endsUp] of [
    [own, [lo - high, lo], true],
    [other, [hi, hi + high], false],
  ] as const) {
    const face = { step: v.cut.step, role: part === seam.front ? CUT_ROLES.front : CUT_ROLES.behind, segment: STRAIGHT, copy: [seam.cut] } // prettier-ignore
    const thicker = banded(kernel, pieces.get(part), { region, frame, span, step: id, seam: seam.name, face, endsUp }, tolerance) // prettier-ignore
    if (!thicker) return raise('joint', `Thicker walls at cut ${seam.name} would fill what was made for another joint near by. Pins would do, or no joint.`, 'band') // prettier-ignore
    pieces.set(part, thicker)
  }
}

function refuse(v: Values, { seam }: Facing, room: Profile, figures: TongueFigures, kernel: Kernel): never {
  const most = room.loops.length > 0 ? mostWall(kernel, room, figures) : undefined
  const band = leastBand(kernel, seam.section, figures)
  const instead = [...(most === undefined ? [] : [`With walls of ${most.toFixed(1)} mm it would fit.`]), ...(band === undefined ? [] : [`Made thicker by ${band.toFixed(1)} mm to each side, the walls would have it.`])] // prettier-ignore
  return raise('no-room', `There is no room for a tongue at cut ${seam.name} with ${v.wall.toFixed(1)} mm of wall on either side of its groove. ${instead.length > 0 ? instead.join(' ') : 'A smaller height would do, or pins where it is widest.'}`, 'wall') // prettier-ignore
}
