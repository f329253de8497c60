import type { RowSpec } from '../../built/rows'
import { gapRow } from '../../built/gap-row'
import { boreSolid } from '../../divide/socket'
import { ACROSS_LAYERS, strainOf } from '../../enclosures/snap'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import type { Vec2 } from '../../geometry/vec'
import { copied } from '../../kernel/retagged'
import { raise } from '../../result'
import { armsBear, type Bending, springNote } from '../bent-arms'
import { PLACES_NOTES, placesAt, placesFields, placesWords, spotsOn } from '../joint-places'
import { facingOf, JOINT_NOTES, jointFields, jointWords, offerJoint, OPEN, Pieces, ROOT, seamsMeant, startJoint } from '../joints' // prettier-ignore
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { bendsLike, snapPinSolid, snapSocketSolid, tipOf } from './shape'

const fields = {
  ...jointFields,
  on: choiceField('Where they stand', 'behind', { behind: 'the piece behind', front: 'the piece in front' }),
  ...placesFields,
  across: lengthField('Diameter', '7', 2, 60),
  long: lengthField('Length to the catch', '14', 2, 200),
  overlap: lengthField('How far the catch reaches out', '0.3', 0.05, 3),
  slit: lengthField('Width of the slit', '1.6', 0.3, 20),
  back: angleField('Slope that holds it', '45', 20, 90),
  lead: angleField('Slope that leads it in', '30', 10, 60),
  gap: lengthField('Gap round them', 'fit.snug', 0, 2, 'per-side'),
  wall: lengthField('Wall round a hole', '1.2', 0.4, 20),
}
type Values = FieldValues<typeof fields>

/** Half of a pin bends inwards; it is printed upright. */
const HALF: Bending = { called: 'snap pins', breaks: 'break', closing: 'Going together', share: ACROSS_LAYERS, along: ' across its layers', long: (v) => v.long, thick: (v) => (v.across && v.slit ? bendsLike({ across: v.across, slit: v.slit }) : undefined), by: 'overlap' } // prettier-ignore

/** Slit pins on one piece of a divided part that catch in holes of the other: pieces that come apart again. */
export const seamSnapsStep = stepKind({
  kind: 'seam-snaps',
  title: 'Join pieces with snap pins',
  findBy: ['snap', 'pin', 'click', 'catch', 'clip', 'come apart', 'take apart', 'without glue', 'join', 'seam'],
  group: 'divide',
  about: 'Slit pins on one piece of a divided part that give way and catch in holes of the other. A slope lets them come apart again; a steep one keeps them.', // prettier-ignore
  fields,
  fieldNotes: {
    ...JOINT_NOTES,
    on: '`behind`, or in `front`',
    ...PLACES_NOTES,
    long: 'from the face of the cut; longer ones bend easier',
    overlap: 'on each side; half of the slit at most',
    back: 'degrees from the way out: 45 comes apart by hand, 90 does not',
    lead: 'degrees from the way in',
    wall: 'what is left of a piece all round a hole, and at its end',
  },
  sentence: [
    'Snap pins on', { field: 'on' }, ...jointWords, ...placesWords, { field: 'across', before: 'Ø', after: ',' }, { field: 'long', after: ' long to a catch' },
    'that reaches', { field: 'overlap', after: ' out' }, 'and holds by', { field: 'back', after: ',' }, 'slit', { field: 'slit', after: ' wide,' }, { field: 'lead', rare: true, before: 'led in by', after: ',' },
    { field: 'gap', after: ' of room round them' }, { field: 'wall', before: 'and a wall of', after: ' round each.' },
  ], // prettier-ignore
  facts: { strain: 'strain at the root of half a pin as it goes in, %' },
  printer: ['filament'],
  surfaces: {
    snap: { called: 'snap pin', moved: ['across', 'the diameter'], along: () => 2 },
    socket: { called: 'hole for a snap pin', moved: ['gap', 'the gap round it'], along: () => -1 },
  },
  checks: [(at) => armsBear(at, 'catch', HALF)],
  start: startJoint,
  offers: (at) => offerJoint(at, 'seam-snaps', 'join the pieces with snap pins', 'off'),
  example: [
    { kind: 'solid', fields: { width: '80', depth: '40', height: '20' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
    { kind: 'seam-snaps', fields: {} },
  ],
  build: buildSnaps,
})

function buildSnaps(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance, printer } = context
  if (2 * v.overlap > v.slit) raise('slit', `Both halves have to give way by ${v.overlap.toFixed(2)} mm, and the slit leaves them ${(v.slit / 2).toFixed(2)} mm each; a slit of ${(2 * v.overlap).toFixed(2)} mm would do.`, 'slit') // prettier-ignore
  if (v.slit > v.across / 2) raise('slit', `A slit ${v.slit.toFixed(1)} mm wide leaves little of a pin Ø ${v.across.toFixed(1)} mm; up to ${(v.across / 2).toFixed(1)} mm would do.`, 'slit') // prettier-ignore
  const seams = seamsMeant(v, 'snap pins', 'off')
  const pieces = new Pieces(kernel, v.cut.parts)
  const notes: string[] = []
  const found: Vec2[] = []
  const clear = v.across / 2 + v.overlap + v.gap + v.wall
  const made = seams.flatMap((seam) => {
    const facing = facingOf(seam, v.on)
    const into = boreSolid(
      kernel,
      2 * clear,
      seam.gap + seam.rough,
      tipOf(v) + v.gap + v.wall,
      'room',
      'room',
      tolerance,
    )
    const said = `a snap pin Ø ${v.across.toFixed(1)} mm, ${tipOf(v).toFixed(1)} mm deep, with ${v.wall.toFixed(1)} mm of wall round it` // prettier-ignore
    const spots = spotsOn(v, facing, { said, clear, field: 'across', across: v.across, least: 2, into }, pieces, kernel, notes) // prettier-ignore
    found.push(...spots.map(({ at }) => at))
    return spots.map(({ own: { frame, drop }, name }) => {
      const which = `${seam.name} ${name}`
      pieces.add(facing.own, copied(kernel, snapPinSolid(kernel, v, -ROOT - drop, id, tolerance), frame, which))
      pieces.take(facing.other, copied(kernel, snapSocketSolid(kernel, v, v.gap, seam.gap - OPEN - drop, id, tolerance), frame, which)) // prettier-ignore
      return facing
    })
  })
  const half = { thick: bendsLike(v), wide: v.across, long: v.long, overlap: v.overlap, lead: v.lead }
  notes.push(springNote(half, printer.filament, `Each half of ${made.length} pins bends as they go together`, HALF))
  return { parts: pieces.outputs(), facts: { strain: 100 * strainOf(half) }, rows: rowsOf(v, made, id), notes, ...placesAt(seams, found) } // prettier-ignore
}

/** Round the pins, and under their catches, at all cuts together. */
function rowsOf(v: Values, made: readonly { own: string; other: string }[], id: string): RowSpec[] {
  const of = (parts: readonly string[], role: string, segment: string) => ({ of: 'parts', parts: [...new Set(parts)], surfaces: { step: id, role, segment } }) as const // prettier-ignore
  const row = (name: string, between: string, segment: string) => gapRow(id, name, `${between} of ${v.cut.data.whole}`, v.gap, 'exact', of(made.map((m) => m.own), 'snap', segment), of(made.map((m) => m.other), 'socket', segment)) // prettier-ignore
  return [{ ...row('catch', 'Catches of the snap pins', 'hold'), bends: { step: id, role: 'snap' } }, row('round', 'Snap pins in their holes', 'round')] // prettier-ignore
}
