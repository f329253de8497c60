import { boreSolid } from '../../divide/socket'
import { gapRow } from '../../built/gap-row'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { headAcross, leastThread, nominal, pilotHole, shortestScrew, sizeOf, sizesIn, throughHole, UNDER_INSERT, usualScrew } from '../../fit/screws' // prettier-ignore
import { movedAlong, type Placement } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import { circle } from '../../profile/shapes'
import { raise } from '../../result'
import { type Facing, facingOf, JOINT_NOTES, jointFields, jointWords, offerJoint, OPEN, Pieces, seamsMeant, startJoint } from '../joints' // prettier-ignore
import { PLACES_NOTES, placesFields, placesWords, spotsOn, type Wanted, placesAt } from '../joint-places'
import { hexagon } from '../hole-shape'
import { nutFor, screwField } from '../screw-field'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  ...jointFields,
  ...placesFields,
  screw: screwField('The screw'),
  into: choiceField('What it goes into', 'insert', {
    insert: 'a heat-set insert',
    nut: 'a nut',
    plastic: 'the plastic itself',
  }),
  from: choiceField('From which piece', 'front', { front: 'in front', behind: 'behind' }),
  grip: lengthField('How much lies under its head', '4', 0.8, 200),
  insert: lengthField('Length of an insert', '5', 1, 40),
  over: lengthField('How much lies over its nut', '4', 0.8, 200),
  wall: lengthField('Wall round a hole', '1.6', 0.4, 20),
}
type Values = FieldValues<typeof fields>

/** Room round a head, mm. */
const HEAD_ROOM = 0.3
/** Room beside the flats of a nut, mm: it must not turn. */
const NUT_ROOM = 0.15

/** Screws through one piece of a divided part into the other. */
export const seamScrewsStep = stepKind({
  kind: 'seam-screws',
  title: 'Screw pieces together',
  findBy: ['screw', 'bolt', 'insert', 'thread', 'come apart', 'take apart', 'join', 'seam', 'fasten'],
  group: 'divide',
  bought: true,
  about: 'Screws through one piece of a divided part into a heat-set insert, a nut, or the plastic, of the other; heads and nuts lie in recesses that are open to the outside.', // prettier-ignore
  fields,
  fieldNotes: {
    ...JOINT_NOTES,
    ...PLACES_NOTES,
    screw: 'metric; heads and inserts as in the tables of the trade',
    into: '`insert`, `nut` (six-sided recess, ISO 4032) or `plastic`',
    from: 'the piece that the head lies in: `front` or `behind`',
    wall: 'what is left of a piece all round a hole, and at its end',
  },
  sentence: [
    { field: 'screw', after: ' screws' }, ...jointWords, ...placesWords, { field: 'from', before: 'through the piece' }, { field: 'grip', before: 'with', after: ' under their heads,' },
    { field: 'into', before: 'into' }, { field: 'insert', when: ['into', 'insert'], after: ' long,' }, { field: 'over', when: ['into', 'nut'], before: 'with', after: ' over it,' }, { field: 'wall', before: 'with a wall of', after: ' round each.' },
  ], // prettier-ignore
  surfaces: {
    shank: { called: 'hole for a screw' },
    head: { called: 'recess for a head', moved: ['grip', 'what lies under the head'], along: () => 1 },
    thread: { called: 'hole that a screw holds in' },
    nut: { called: 'recess for a nut', moved: ['over', 'what lies over the nut'], along: () => 1 },
  },
  start: startJoint,
  offers: (at) => offerJoint(at, 'seam-screws', 'screw the pieces together', 'any'),
  example: [
    { kind: 'solid', fields: { width: '60', depth: '40', height: '20' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
    { kind: 'seam-screws', fields: {} },
  ],
  build: buildScrews,
})

function buildScrews(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const hole = threadOf(v)
  const nut = v.into === 'nut' ? nutOf(v) : undefined
  const seams = seamsMeant(v, 'screws', 'any')
  const pieces = new Pieces(kernel, v.cut.parts)
  const notes: string[] = []
  let screws = 0
  let most = 0
  // A recess leads straight out of a piece, and does not cut it in two.
  const meets = (part: string, tool: Solid, frame: Placement) =>
    kernel.bodies(kernel.intersect(pieces.get(part), kernel.place(tool, frame))).length <= 1
  const found: Vec2[] = []
  const rows = seams.flatMap((seam) => {
    // Seen from the piece that holds the screw; z leads to its head.
    const facing = facingOf(seam, v.from === 'front' ? 'behind' : 'front')
    const head = headAcross(v.screw) + 2 * HEAD_ROOM
    const bore = (across: number, from: number, to: number, side: string) => boreSolid(kernel, across, from, to, side, id, tolerance) // prettier-ignore
    const seat = seam.gap + v.grip
    const column = bore(head, seat, seam.far, 'head')
    const pocket =
      nut &&
      kernel.extrude(hexagon(nut.flats, 0), seam.gap + v.over, seam.far, {
        names: { step: id, side: 'nut', top: 'nut', bottom: 'nut' },
        tolerance,
      })
    const wanted: Wanted = {
      said: `an ${v.screw} screw with ${v.wall.toFixed(1)} mm of wall round it`,
      clear: Math.max(head, hole.across, nut?.corners ?? 0) / 2 + v.wall,
      field: 'screw',
      across: head,
      least: Infinity,
      into: bore(head + 2 * v.wall, seam.gap + seam.rough, seat, 'room'),
      back: bore(
        (nut?.corners ?? hole.across) + 2 * v.wall,
        seam.gap + seam.rough,
        seam.gap + hole.deep + (nut ? 0 : v.wall),
        'room',
      ),
      also: (on) => meets(facing.other, column, on.own.frame) && (!pocket || meets(facing.own, pocket, on.back.frame)),
    }
    const spots = spotsOn(v, facing, wanted, pieces, kernel, notes)
    found.push(...spots.map(({ at }) => at))
    return spots.map(({ own: { frame, rise, drop }, back, name }, i) => {
      screws += 1
      const which = `${seam.name} ${name}`
      most = Math.max(most, rise)
      const through = bore(throughHole(v.screw, 'medium'), seam.gap - OPEN - drop, seat + OPEN, 'shank')
      pieces.take(facing.other, copied(kernel, through, frame, which), copied(kernel, column, frame, which)) // prettier-ignore
      const thread = bore(hole.across, seam.gap - OPEN - drop, seam.gap + hole.deep + (nut ? OPEN : 0), 'thread')
      pieces.take(
        facing.own,
        ...[thread, ...(pocket ? [pocket] : [])].map((tool) => copied(kernel, tool, back.frame, which)),
      )
      return shankRow(v, facing, frame, id, which, i + 1)
    })
  })
  if (screws > 0) notes.push(lengthNote(v, screws, seams[0]!.gap + most, hole.deep))
  return { parts: pieces.outputs(), rows, notes, ...placesAt(seams, found) }
}

/** The hole that holds a screw. Errors: no-size */
function threadOf({ screw, into, insert, over }: Values): { across: number; deep: number } {
  if (into === 'nut') return { across: throughHole(screw, 'medium'), deep: over }
  if (into === 'plastic') return { across: pilotHole(screw), deep: leastThread(screw, true) + 1 }
  const across = sizeOf('insert', screw)
  return across === undefined ? raise('no-size', `There are no usual inserts for ${screw}; there are for ${sizesIn('insert').join(', ')}.`, 'screw') : { across, deep: insert + UNDER_INSERT } // prettier-ignore
}

/** How wide the recess for a nut is across flats and corners, and how high a nut is, mm. Errors: no-size */
function nutOf({ screw }: Values): { flats: number; corners: number; high: number } {
  const [wide, high] = nutFor(screw)
  const flats = wide + 2 * NUT_ROOM
  return { flats, corners: (2 * flats) / Math.sqrt(3), high }
}

function lengthNote(values: Values, count: number, gap: number, deep: number): string {
  const { screw, into, grip, insert, over } = values
  if (into === 'nut') {
    const least = grip + gap + over + nutOf(values).high
    return `${count} ${screw} screws of ${shortestScrew(least) ?? least.toFixed(1)} mm under their heads, and ${count} nuts.`
  }
  const least =
    grip + gap + (into === 'insert' ? Math.min(insert, leastThread(screw, false)) : leastThread(screw, true))
  const usual = usualScrew(least, grip + gap + deep - 0.5, 0)
  const length = usual ? `of ${usual.long} mm` : `of ${least.toFixed(1)} to ${(grip + gap + deep - 0.5).toFixed(1)} mm, which is no usual length: another grip would make it one,` // prettier-ignore
  return `${count} ${screw} screws ${length} under their heads${into === 'insert' ? `, and ${count} inserts` : ''}.`
}

/** The screw in the hole that it goes through. */
function shankRow(v: Values, facing: Facing, frame: Placement, id: string, which: string, nth: number) {
  const wanted = (throughHole(v.screw, 'medium') - nominal(v.screw)) / 2
  const shank = { of: 'drawn', profile: circle([0, 0], nominal(v.screw) / 2), frame: movedAlong(frame, [0, 0, facing.seam.gap]), span: [0, v.grip] } as const // prettier-ignore
  return gapRow(id, which, `Screw ${nth} at cut ${facing.seam.name} of ${v.cut.data.whole}`, wanted, 'exact', shank, { of: 'parts', parts: [facing.other], surfaces: { step: id, role: 'shank', segment: 'round', copy: [which] } }) // prettier-ignore
}
