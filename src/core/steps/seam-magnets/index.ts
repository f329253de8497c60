import type { Vec2 } from '../../geometry/vec'
import { boreSolid } from '../../divide/socket'
import { gapRow } from '../../built/gap-row'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { movedAlong } from '../../geometry/placement'
import { copied } from '../../kernel/retagged'
import { circle } from '../../profile/shapes'
import { type Facing, facingOf, JOINT_NOTES, jointFields, jointWords, offerJoint, OPEN, Pieces, seamsMeant, type Stand, startJoint } from '../joints' // prettier-ignore
import { back, PLACES_NOTES, placesFields, placesWords, spotsOn, placesAt } from '../joint-places'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  ...jointFields,
  ...placesFields,
  across: lengthField('Diameter of a magnet', '6', 1, 60),
  high: lengthField('Height of a magnet', '3', 0.5, 40),
  gap: lengthField('Gap round it', 'fit.press', -0.2, 2, 'per-side'),
  sink: lengthField('How far it lies under the cut', '0.1', 0, 5),
  wall: lengthField('Wall round a pocket', '1.2', 0.4, 20),
}
type Values = FieldValues<typeof fields>

/** Pockets for magnets in both pieces of a divided part. */
export const seamMagnetsStep = stepKind({
  kind: 'seam-magnets',
  title: 'Join pieces with magnets',
  findBy: ['magnet', 'pull', 'hold', 'come apart', 'take apart', 'join', 'seam'],
  group: 'divide',
  bought: true,
  about: 'Round pockets for magnets in both pieces of a divided part, one over the other.',
  fields,
  fieldNotes: { ...JOINT_NOTES, ...PLACES_NOTES, wall: 'what is left of a piece all round a pocket, and under it' },
  sentence: [
    'Magnets', ...jointWords, ...placesWords, { field: 'across', before: 'Ø' }, { field: 'high', before: 'by', after: ',' },
    { field: 'gap', before: 'with', after: ' round them,' }, { field: 'sink', rare: true, before: 'lying', after: ' under the cut,' }, { field: 'wall', before: 'and a wall of', after: ' round each.' },
  ], // prettier-ignore
  surfaces: { pocket: { called: 'pocket for a magnet', moved: ['gap', 'the gap round it'], along: () => -1 } },
  start: startJoint,
  offers: (at) => offerJoint(at, 'seam-magnets', 'join the pieces with magnets', 'any'),
  example: [
    { kind: 'solid', fields: { width: '60', depth: '40', height: '20' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
    { kind: 'seam-magnets', fields: {} },
  ],
  build: buildMagnets,
})

function buildMagnets(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const seams = seamsMeant(v, 'magnets', 'any')
  const pieces = new Pieces(kernel, v.cut.parts)
  const notes: string[] = []
  const deep = v.high + v.sink
  const found: Vec2[] = []
  const rows = seams.flatMap((seam) => {
    const facing = facingOf(seam, 'behind')
    const begins = seam.gap
    const room = boreSolid(kernel, v.across + 2 * (v.gap + v.wall), begins + seam.rough, begins + deep + v.wall, 'room', 'room', tolerance) // prettier-ignore
    const said = `a magnet Ø ${v.across.toFixed(1)} mm, ${v.high.toFixed(1)} mm high, with ${v.wall.toFixed(1)} mm of wall round it` // prettier-ignore
    const wanted = { said, clear: v.across / 2 + v.gap + v.wall, field: 'across', across: v.across, least: 1, into: room, back: room } // prettier-ignore
    const spots = spotsOn(v, facing, wanted, pieces, kernel, notes)
    found.push(...spots.map(({ at }) => at))
    return spots.flatMap((on, i) => {
      const which = `${seam.name} ${on.name}`
      return (
        [
          [facing, on.own],
          [back(facing), on.back],
        ] as const
      ).map(([side, stand]) => {
        // prettier-ignore
        const tool = boreSolid(kernel, v.across + 2 * v.gap, begins - OPEN - stand.drop, begins + deep, 'pocket', id, tolerance) // prettier-ignore
        pieces.take(side.other, copied(kernel, tool, stand.frame, which))
        return magnetRow(v, side, stand, id, which, i + 1)
      })
    })
  })
  if (rows.length > 0) notes.push(`${rows.length} magnets of Ø ${v.across.toFixed(1)} × ${v.high.toFixed(1)} mm; those that face each other attract each other.`) // prettier-ignore
  return { parts: pieces.outputs(), rows, notes, ...placesAt(seams, found) }
}

/** A magnet in its pocket in the piece that z leads into. */
function magnetRow(v: Values, side: Facing, { frame }: Stand, id: string, which: string, nth: number) {
  const name = `${which} ${side.other === side.seam.front ? 'front' : 'behind'}`
  const magnet = { of: 'drawn', profile: circle([0, 0], v.across / 2), frame: movedAlong(frame, [0, 0, side.seam.gap + v.sink]), span: [0, 0.9 * v.high] } as const // prettier-ignore
  return gapRow(id, name, `Magnet ${nth} at cut ${side.seam.name} of ${v.cut.data.whole}, ${side.other === side.seam.front ? 'in front' : 'behind'}`, v.gap, 'exact', magnet, { of: 'parts', parts: [side.other], surfaces: { step: id, role: 'pocket', segment: 'round', copy: [which] } }) // prettier-ignore
}
