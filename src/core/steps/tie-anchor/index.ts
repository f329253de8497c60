import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { partField } from '../../fields/part'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { compose, fromFrame, translation, turnAbout } from '../../geometry/placement'
import { arc, line, type Profile } from '../../profile/segment'
import { rectangle } from '../../profile/shapes'
import { joinedOutput, ROOT } from '../joining'
import { offerOnFace } from '../picked'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  part: partField('The part', 'change'),
  on: planeField('The face'),
  cable: lengthField('Diameter of the cable', '5', 0.5, 100),
  tie: lengthField('Width of the tie', '3.6', 0.5, 30),
  thick: lengthField('Thickness of the tie', '1.2', 0.2, 10),
  gap: lengthField('Gap round the tie', 'fit.loose', 0, 3, 'per-side'),
  wall: lengthField('Wall round it', '1.6', 0.6, 20),
  at: placeField('Its middle'),
  turn: angleField('The turn', '0', -360, 360),
}
type Values = FieldValues<typeof fields>

/** A bridge that a cable is tied down to, so that a pull does not reach what it is soldered to. */
export const tieAnchorStep = stepKind({
  kind: 'tie-anchor',
  title: 'Tie a cable down',
  findBy: ['strain', 'relief', 'cable', 'tie', 'zip', 'wire', 'anchor', 'pull', 'clamp', 'cord'],
  group: 'hold',
  about: 'A saddle for a cable with a tunnel under it for a cable tie: strain relief on a face, inside or outside.',
  fields,
  fieldNotes: { part: 'id of the part', on: 'as in a drawing', turn: 'degrees; the cable lies along the plane’s right at 0' }, // prettier-ignore
  sentence: [
    'Tie a cable of Ø', { field: 'cable' }, 'down', { field: 'on', before: 'on' }, { field: 'part', before: 'of', after: ',' }, 'with a tie', { field: 'tie' }, 'wide and', { field: 'thick', after: ' thick,' },
    { field: 'at', before: 'at', after: '.' }, { field: 'turn', rare: true, before: 'Turned by', after: '.' }, { field: 'gap', rare: true, before: 'Round the tie', after: '.' }, { field: 'wall', rare: true, before: 'Walls of', after: '.' },
  ], // prettier-ignore
  surfaces: {
    saddle: { called: 'saddle' },
    tunnel: { called: 'tunnel for a tie', moved: ['gap', 'the gap round the tie'], along: () => -1 },
  },
  offers: (at) => offerOnFace(at, 'tie-anchor', 'tie a cable down on it'),
  example: [
    { kind: 'solid', fields: { width: '30', depth: '30', height: '3' } },
    { kind: 'tie-anchor', fields: { part: 'before1', on: { base: 'ground', off: '3' } } },
  ],
  build: buildAnchor,
})

function buildAnchor(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const [hole, high] = [v.tie + 2 * v.gap, v.thick + 2 * v.gap]
  const long = hole + 2 * v.wall
  const seat = high + v.wall
  const block = kernel.extrude(saddle(v, seat), -long / 2, long / 2, { names: { step: id, top: 'end', bottom: 'end', side: 'saddle' }, tolerance }) // prettier-ignore
  // Seen along the cable: across to the left, up; then laid along the plane's right.
  const along = fromFrame([0, 1, 0], [0, 0, 1], [1, 0, 0], [0, 0, 0])
  const tunnel = kernel.extrude(rectangle(-hole / 2, 0, hole / 2, high), -v.cable - v.wall, v.cable + v.wall, { names: { step: id, top: 'out', bottom: 'out', side: 'tunnel' }, tolerance }) // prettier-ignore
  const across = fromFrame([1, 0, 0], [0, 0, 1], [0, -1, 0], [0, 0, 0])
  const solid = kernel.subtract(kernel.place(block, along), [kernel.place(tunnel, across)])
  const frame = compose(v.on.frame, compose(translation([...v.at, 0]), turnAbout([0, 0, 1], (v.turn * Math.PI) / 180)))
  const output = joinedOutput(kernel.place(solid, frame), { how: 'add', parts: [v.part], name: '' }, context)
  return { ...output, notes: [`The cable lies ${(seat + v.cable / 2).toFixed(1)} mm over the face.`, ...output.notes] }
}

/** The section of the block: a dip as deep as half of the cable, walls beside it. */
function saddle({ cable, wall }: Values, seat: number): Profile {
  const r = cable / 2
  const [out, top] = [r + wall, seat + r]
  return {
    loops: [
      [
        line([-out, -ROOT], [out, -ROOT], 'in'),
        line([out, -ROOT], [out, top], 'right'),
        line([out, top], [r, top], 'top'),
        arc([r, top], [-r, top], [0, top], false, 'seat'),
        line([-r, top], [-out, top], 'top'),
        line([-out, top], [-out, -ROOT], 'left'),
      ],
    ],
  }
}
