import { raise } from '../../result'
import { joinedOutput } from '../joining'
import { offerOnFlat } from '../on-flat'
import { hasRoom } from '../picked'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { wholeLines } from '../whole-lines'
import { ventsFields, type VentsValues } from './fields'
import { faceCover } from '../face-cover'
import { cellsIn } from './pattern'
import { ventTool } from './tool'

/** Faces have room for an opening with a narrow margin, and with the usual, from so much on, mm. */
const [LEAST, USUAL] = [4, 10]

/** A field of openings for air or sound in a wall. */
export const ventsStep = stepKind({
  kind: 'vents',
  title: 'Vents in a face',
  findBy: ['air', 'vent', 'ventilation', 'grille', 'grid', 'slots', 'speaker', 'sound', 'cool', 'louvre', 'rain', 'drip', 'mesh', 'honeycomb', 'breathe'], // prettier-ignore
  group: 'open',
  about:
    'Slots or holes through the wall behind a flat face, with bars between them; none where something stands behind.',
  fields: ventsFields,
  fieldNotes: {
    part: 'id of the part',
    on: 'one kept flat face of it; a list of one',
    cells: '`level` or `upright` slots, `round` or `hex` holes',
    long: 'longer ones are parted by a bar',
    over: '`all` of the face, or a `field` about a place from its middle',
    margin: 'to the edges of the face',
    lean: 'degrees; of level slots in a face that stands: rain and eyes do not come in, and each is as wide across as one straight through',
    drip: 'how far it stands out over each opening; 0 for none',
  },
  sentence: [
    { field: 'cells' }, { field: 'over' }, { field: 'wide', when: ['over', 'field'], before: 'of' }, { field: 'high', when: ['over', 'field'], before: 'by' }, { field: 'at', when: ['over', 'field'], before: 'about' },
    { field: 'on', before: 'in' }, { field: 'part', before: 'of', after: ',' }, { field: 'size', after: ' wide,' }, { field: 'long', when: ['cells', 'level', 'upright'], before: 'up to', after: ' long,' },
    { field: 'bar', before: 'with bars of' }, { field: 'margin', before: 'and a margin of', after: '.' }, { field: 'lean', rare: true, when: ['cells', 'level'], before: 'They fall outwards by', after: '.' }, { field: 'drip', rare: true, before: 'A drip edge of', after: ' over each.' },
  ], // prettier-ignore
  printer: ['line'],
  surfaces: {
    vent: { called: 'vent', moved: ['size', 'how wide each is'] },
    drip: { called: 'drip edge', moved: ['drip', 'the drip edge'], along: () => 1 },
  },
  offers: (at) => offerOnFlat(at, 'vents', 'vents in it', LEAST, (pick) => hasRoom(pick, [USUAL, USUAL]) ? {} : { margin: '1' }), // prettier-ignore
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'vents', fields: { part: 'before1', on: [{ name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }] } }, // prettier-ignore
  ],
  build: buildVents,
})

function buildVents(v: VentsValues, context: StepContext): StepOutput {
  const [face, more] = v.on
  if (!face || more) return raise('no-face', face ? 'Vents go into one face; give others steps of their own.' : 'Pick a flat face.', 'on') // prettier-ignore
  const cover = faceCover(face)
  const cells = cellsIn(cover, v)
  if (cells.length === 0) raise('no-room', `Not one opening of ${v.size.toFixed(2)} mm has room there with ${v.margin.toFixed(1)} mm of margin; smaller ones or less margin would.`, 'margin') // prettier-ignore
  const { solid, hoods, kept, area } = ventTool(cells, cover.frame, v, context)
  const { kernel, printer } = context
  const hooded = hoods ? { ...v.part, solid: kernel.union([v.part.solid, hoods]) } : v.part
  const output = joinedOutput(solid, { how: 'take', parts: [hooded], name: v.part.name }, context)
  const bars = wholeLines(v.bar, printer.line)
  const left = cells.length - kept.length
  return {
    ...output,
    notes: [
      `${kept.length} openings, ${area.toFixed(0)} mm² in all, bars of ${v.bar.toFixed(2)} mm: ${bars}.`,
      ...(left > 0 ? [`${left} left out, where something stands behind the wall.`] : []),
      ...output.notes,
    ],
  }
}
