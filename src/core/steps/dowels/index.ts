import { boreSolid, dowelSolid, type PinFigures, pinSolid, socketSolid } from '../../divide/socket'
import type { Seam } from '../../divide/seam'
import { gapRow } from '../../built/gap-row'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { movedAlong, turn, turnOnto } from '../../geometry/placement'
import { copied } from '../../kernel/retagged'
import { scale } from '../../geometry/vec'
import type { RowSpec } from '../../built/rows'
import { raise } from '../../result'
import { type Facing, facingOf, JOINT_NOTES, jointFields, jointWords, offerJoint, OPEN, Pieces, ROOT, seamsMeant, startJoint } from '../joints' // prettier-ignore
import { PLACES_NOTES, placesAt, placesFields, placesWords, spotsOn, type Standing, type Wanted } from '../joint-places' // prettier-ignore
import { bossed } from './bosses'
import { type PartOutput, type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  ...jointFields,
  what: choiceField('What joins the pieces', 'pins', {
    pins: 'Pins on the piece behind',
    front: 'Pins on the piece in front',
    dowels: 'Loose dowels',
    rod: 'Pieces of a rod',
  }),
  shape: choiceField('Shape of a pin', 'round', { round: 'round', keyed: 'with a flat side' }),
  ...placesFields,
  across: lengthField('Diameter', '5', 0.8, 60),
  long: lengthField('How far they reach into a piece', '7', 0.5, 400),
  gap: lengthField('Gap round them', 'fit.snug', -0.2, 2, 'per-side'),
  lead: lengthField('Bevel at their ends', '0.8', 0, 20),
  wall: lengthField('Wall round a hole', '1.2', 0.4, 20),
  stand: choiceField('Where they stand', 'wall', { wall: 'in what the cut leaves', boss: 'in bosses on the outsides of the walls' }), // prettier-ignore
}
type Values = FieldValues<typeof fields>

/** Pins and sockets, loose dowels or pieces of a rod where a part was divided. */
export const dowelsStep = stepKind({
  kind: 'dowels',
  title: 'Join pieces with pins or dowels',
  findBy: ['pin', 'socket', 'peg', 'dowel', 'rod', 'locate', 'register', 'align', 'line up', 'glue', 'key', 'join', 'seam'], // prettier-ignore
  group: 'divide',
  bought: true,
  about: 'Pins on one piece of a divided part in holes of the other, or loose dowels, printed or cut from a rod, in holes of both. Places are proposed where the cut has room.', // prettier-ignore
  fields,
  fieldNotes: {
    ...JOINT_NOTES,
    what: '`pins` (on the piece behind), on the piece in `front`, printed `dowels`, or a bought `rod`',
    shape: 'of pins: `keyed`, so that they go in one way only',
    ...PLACES_NOTES,
    across: 'of the pin, dowel or rod',
    wall: 'what is left of a piece all round a hole, and at its end',
    stand: '`boss`: at straight cuts, for walls too thin for a pin; places are the middles of the bosses',
  },
  sentence: [
    { field: 'what' }, ...jointWords, { field: 'shape', rare: true, when: ['what', 'pins', 'front'], after: ',' }, ...placesWords,
    { field: 'across', before: 'Ø', after: ',' }, { field: 'long', after: ' into each piece,' }, { field: 'gap', after: ' of room round them,' },
    { field: 'lead', rare: true, before: 'bevelled by', after: ',' }, { field: 'wall', before: 'with a wall of', after: ' round each,' }, { field: 'stand', after: '.' },
  ], // prettier-ignore
  surfaces: {
    pin: { called: 'pin', moved: ['across', 'the diameter'], along: () => 2 },
    dowel: { called: 'dowel', moved: ['across', 'the diameter'], along: () => 2 },
    band: { called: 'boss for a pin', moved: ['wall', 'the wall round a hole'], along: () => 1 },
    socket: { called: 'hole for a pin', moved: ['gap', 'the gap round it'], along: () => -1 },
  },
  start: startJoint,
  offers: (at) => [
    ...offerJoint(at, 'dowels', 'join the pieces with pins', 'off'),
    ...offerJoint(at, 'dowels', 'join the pieces with pins in bosses on their walls', 'flat', { stand: 'boss', across: '3' }).map((o) => ({ ...o, key: `bosses ${o.key}` })), // prettier-ignore
    ...offerJoint(at, 'dowels', 'join the pieces with pieces of a rod', 'off', { what: 'rod' }).map((o) => ({ ...o, key: `rod ${o.key}` })), // prettier-ignore
  ],
  example: [
    { kind: 'solid', fields: { width: '60', depth: '40', height: '20' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
    { kind: 'dowels', fields: {} },
  ],
  build: buildDowels,
})

function buildDowels(v: Values, context: StepContext): StepOutput {
  const { kernel } = context
  const seams = v.stand === 'boss' ? seamsMeant(v, 'bosses', 'flat') : seamsMeant(v, 'pins', 'off')
  if (v.lead > v.across || v.lead * 2 > v.long) raise('lead', `A bevel of ${v.lead.toFixed(1)} mm is too high for these; up to ${Math.min(v.across, v.long / 2).toFixed(1)} mm would do.`, 'lead') // prettier-ignore
  const pieces = new Pieces(kernel, v.cut.parts)
  const notes: string[] = []
  const found: Standing[] = []
  const made = seams.flatMap((seam) => {
    const facing = facingOf(seam, v.what === 'front' ? 'front' : 'behind')
    const bosses = { radius: v.across / 2 + v.gap + v.wall, deep: v.long + v.gap + v.wall, count: v.count, at: v.at }
    const at = v.stand === 'boss' ? bossed(bosses, seam, v.cut.step, pieces, context) : v.at
    const spots = spotsOn({ ...v, at }, facing, wantedAt(v, facing, context), pieces, kernel, notes)
    found.push(...spots)
    return spots.map((spot, i) => {
      const make = isLoose(v) ? drilled : pinned
      return make(v, facing, { ...spot, said: `${i + 1} at cut ${seam.name} of ${v.cut.data.whole}` }, `${seam.name} ${spot.name}`, pieces, context) // prettier-ignore
    })
  })
  if (v.what === 'rod') notes.push(`Rod Ø ${v.across.toFixed(2)} mm: ${made.length} pieces ${Math.min(...found.map((on) => lengthOf(v, seams[0]!, on))).toFixed(1)} mm long.`) // prettier-ignore
  return { parts: [...pieces.outputs(), ...made.flatMap((m) => m.loose ?? [])], rows: made.flatMap((m) => m.row ?? []), notes, ...placesAt(seams, found.map(({ at }) => at)) } // prettier-ignore
}

/** How far it is from the end of a hole to that of the other, without their gaps. */
const lengthOf = (v: Values, { gap }: Seam, { own }: Standing): number => 2 * v.long + gap + own.rise

const isLoose = (v: Values): boolean => v.what === 'dowels' || v.what === 'rod'

const figuresOf = (v: Values): PinFigures => ({ shape: v.shape, across: v.across, long: v.long, lead: v.lead })

/** What is drilled on both sides needs room on both. */
function wantedAt(v: Values, { seam }: Facing, { kernel, tolerance }: StepContext): Wanted {
  const room = boreSolid(kernel, v.across + 2 * (v.gap + v.wall), seam.gap + seam.rough, v.long + v.gap + v.wall, 'room', 'room', tolerance) // prettier-ignore
  return {
    said: `Ø ${v.across.toFixed(1)} mm, ${v.long.toFixed(1)} mm deep, with ${v.wall.toFixed(1)} mm of wall round it`,
    clear: v.across / 2 + v.gap + v.wall,
    field: 'across',
    across: v.across,
    least: 0.8,
    into: room,
    ...(isLoose(v) ? { back: room } : {}),
  }
}

/** A place, with its number and its cut for the maker. */
type Said = Standing & { said: string }

interface Made {
  row?: RowSpec
  loose?: PartOutput
}

function pinned(
  v: Values,
  facing: Facing,
  { own: { frame, drop }, said }: Said,
  which: string,
  pieces: Pieces,
  { kernel, id, tolerance }: StepContext,
): Made {
  const { own, other } = facing
  const pin = copied(kernel, pinSolid(kernel, figuresOf(v), -ROOT - drop, id, tolerance), frame, which)
  const hole = copied(kernel, socketSolid(kernel, figuresOf(v), v.gap, facing.seam.gap - OPEN - drop, id, tolerance), frame, which) // prettier-ignore
  pieces.add(own, pin)
  pieces.take(other, hole)
  return {
    row: rowOf(v, id, which, `Pin ${said}`, [own], 'pin', [other]),
  }
}

function drilled(
  v: Values,
  facing: Facing,
  on: Said,
  which: string,
  pieces: Pieces,
  { kernel, id, tolerance }: StepContext,
): Made {
  const { own, other, seam } = facing
  for (const [stand, piece] of [
    [on.own, other],
    [on.back, own],
  ] as const) {
    // prettier-ignore
    const hole = boreSolid(kernel, v.across + 2 * v.gap, seam.gap - OPEN - stand.drop, seam.gap + v.long + v.gap, 'socket', id, tolerance) // prettier-ignore
    pieces.take(piece, copied(kernel, hole, stand.frame, which))
  }
  if (v.what === 'rod') return {}
  const whole = lengthOf(v, seam, on)
  const frame = movedAlong(on.own.frame, [0, 0, (seam.gap - on.own.rise) / 2])
  const dowel = copied(kernel, dowelSolid(kernel, v.across, whole, v.lead, id, tolerance), frame, which)
  const part = `${id}.${which.replaceAll(' ', '-')}`
  return {
    loose: {
      id: part,
      solid: dowel,
      name: 'Dowel',
      print: turnOnto(turn(frame, [0, 0, 1]), [1, 0, 0]),
      pauses: [],
      of: { part: seam.behind, nth: 0, away: scale(seam.ways[0]!, 0.5) },
    },
    row: rowOf(v, id, which, `Dowel ${on.said}`, [part], 'dowel', [own, other]), // prettier-ignore
  }
}

/** What stands in a hole against the hole. */
function rowOf(
  v: Values,
  step: string,
  which: string,
  between: string,
  a: readonly string[],
  role: string,
  b: readonly string[],
): RowSpec {
  const of = (parts: readonly string[], role: string) => ({ of: 'parts', parts, surfaces: { step, role, copy: [which] } }) as const // prettier-ignore
  return gapRow(step, which, between, v.gap, 'exact', of(a, role), of(b, 'socket'))
}
