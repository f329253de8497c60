import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { facesField, partField } from '../../fields/part'
import { polygonProfile } from '../../profile/shapes'
import { raise } from '../../result'
import { faceCover } from '../face-cover'
import { joinedOutput, ROOT } from '../joining'
import { offerOnFlat } from '../on-flat'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { wholeLines } from '../whole-lines'
import { runsAlong } from './runs'

const fields = {
  part: partField('The part', 'change'),
  on: facesField('The face', 'part'),
  run: choiceField('How they run', 'both', { both: 'both ways', along: 'along it', up: 'up it' }),
  high: lengthField('Height', '2', 0.1, 500),
  web: lengthField('Thickness', '2*line', 0.2, 100),
  apart: lengthField('From one to the next', '15', 0.5, 10_000),
  margin: lengthField('From the edges', '0', 0, 500),
}
type Values = FieldValues<typeof fields>

/** Faces narrower than this have no ribs offered, mm. */
const LEAST = 4

/** Ribs or a grid of them on a flat face, from edge to edge. */
export const ribsStep = stepKind({
  kind: 'ribs',
  title: 'Ribs or a grid on a face',
  findBy: ['rib', 'grid', 'stiff', 'stiffen', 'strength', 'web', 'bend', 'thin wall', 'floor', 'waffle'],
  group: 'make',
  about:
    'Ribs that stand up from a flat face, from edge to edge of it, one way or both; they end at what stands there.',
  fields,
  fieldNotes: {
    part: 'id of the part',
    on: 'one kept flat face of it; a list of one',
    run: '`both` (a grid), `along` or `up` the face, as it is seen',
    apart: 'from middle to middle, about the middle of the face',
    margin: 'from the ends of the ribs to the edges of the face',
  },
  sentence: [
    'Ribs', { field: 'run' }, 'on', { field: 'on' }, { field: 'part', before: 'of', after: ',' }, { field: 'high', after: ' high' }, 'and', { field: 'web', after: ' thick,' }, 'one every', { field: 'apart', after: '.' },
    { field: 'margin', rare: true, before: 'They keep', after: ' off its edges.' },
  ], // prettier-ignore
  printer: ['line'],
  surfaces: {
    rib: { called: 'side of a rib', moved: ['web', 'the thickness'] },
    'rib:top': { called: 'top of a rib', moved: ['high', 'the height'], along: () => 1 },
  },
  start: ({ parts }) => (parts.length > 0 ? { part: parts.at(-1)!.id } : undefined),
  offers: (at) => offerOnFlat(at, 'ribs', 'ribs on it', LEAST),
  example: [
    { kind: 'solid', fields: { width: '40', depth: '40' } },
    { kind: 'ribs', fields: { part: 'before1', on: [{ name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }] } }, // prettier-ignore
  ],
  build: buildRibs,
})

function buildRibs(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance, printer } = context
  const [face, more] = v.on
  if (!face || more) return raise('no-face', face ? 'Ribs stand on one face; give others steps of their own.' : 'Pick a flat face.', 'on') // prettier-ignore
  if (v.apart < v.web + printer.line) raise('apart', `Ribs of ${v.web.toFixed(2)} mm every ${v.apart.toFixed(2)} mm leave nothing between them; from ${(v.web + 2 * printer.line).toFixed(1)} mm on they do.`, 'apart') // prettier-ignore
  const cover = faceCover(face)
  const ways = { both: [0, 1], along: [0], up: [1] } as const
  const runs = ways[v.run].flatMap((axis) => runsAlong(cover, axis, v))
  if (runs.length === 0)
    raise('no-room', 'No rib has room on this face; thinner ones, or less margin, would.', 'margin')
  const ribs = runs.map(({ corners, name }) => {
    const names = { step: id, top: 'rib:top', bottom: 'in', side: 'rib', copy: [name] }
    return kernel.extrude(polygonProfile(corners, ['1', 'end', '2', 'start']), -ROOT, v.high, { names, tolerance })
  })
  const output = joinedOutput(kernel.place(kernel.union(ribs), cover.frame), { how: 'add', parts: [v.part], name: '' }, context) // prettier-ignore
  return { ...output, notes: [`${runs.length} ${runs.length === 1 ? 'rib' : 'ribs'}: ${wholeLines(v.web, printer.line)}.`, ...output.notes] } // prettier-ignore
}
