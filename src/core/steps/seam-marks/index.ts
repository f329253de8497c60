import { Outlines } from '../../divide/outlines-of'
import { placesFor, roomIn } from '../../divide/places'
import { throughout } from '../../divide/tongue'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { textField } from '../../fields/choice'
import { put, strokedLetters } from '../../letters/stroked'
import { boundsOf } from '../../profile/measure'
import type { Profile } from '../../profile/segment'
import { raise } from '../../result'
import { type Facing, facingOf, flatSeams, JOINT_NOTES, jointFields, jointWords, offerJoint, OPEN, Pieces, startJoint } from '../joints' // prettier-ignore
import { copied } from '../../kernel/retagged'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  ...jointFields,
  text: textField('What stands before the number', 'A', 6),
  height: lengthField('Height of the letters', '5', 1, 100),
  deep: lengthField('How deep', '2*layer', 0.05, 10),
}
type Values = FieldValues<typeof fields>

/** Room round a mark, mm. */
const ROUND = 0.6

/** The same mark on both faces of a cut, so that it is seen what goes where. */
export const seamMarksStep = stepKind({
  kind: 'seam-marks',
  title: 'Mark which pieces go together',
  findBy: ['mark', 'number', 'letter', 'label', 'which goes where', 'A1', 'order', 'assemble', 'seam'],
  group: 'divide',
  about: 'Letters let into both faces of each cut of a divided part, the same on both, where nobody sees them once the pieces are together.', // prettier-ignore
  fields,
  fieldNotes: { ...JOINT_NOTES, text: 'letters before the number of the cut' },
  sentence: ['Mark both faces', ...jointWords, { field: 'text', before: 'with' }, 'and its number,', { field: 'height', after: ' high,' }, { field: 'deep', after: ' deep.' }], // prettier-ignore
  printer: ['line', 'layer'],
  surfaces: { mark: { called: 'mark' } },
  start: startJoint,
  offers: (at) => offerJoint(at, 'seam-marks', 'mark which pieces go together'),
  example: [
    { kind: 'solid', fields: { width: '60', depth: '40', height: '20' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
    { kind: 'seam-marks', fields: {} },
  ],
  build: buildMarks,
})

function buildMarks(v: Values, context: StepContext): StepOutput {
  const pieces = new Pieces(context.kernel, v.cut.parts)
  for (const seam of flatSeams(v, 'marks')) {
    const { region } = strokedLetters(`${v.text}${seam.name.toUpperCase()}`, { height: v.height, lines: 0, line: context.printer.line }) // prettier-ignore
    const [x0, y0, x1, y1] = boundsOf(region)
    const mark = { about: put(region, ([x, y]) => [x - (x0 + x1) / 2, y - (y0 + y1) / 2]), half: Math.hypot(x1 - x0, y1 - y0) / 2 } // prettier-ignore
    for (const from of ['behind', 'front'] as const) markOne(v, facingOf(seam, from), mark, pieces, context)
  }
  return { parts: pieces.outputs(), rows: [], notes: [] }
}

/** Lets a mark into the face of a piece, read from outside of it, where nothing stands and nothing is let in. */
function markOne(
  v: Values,
  side: Facing,
  mark: { about: Profile; half: number },
  pieces: Pieces,
  { kernel, id, tolerance }: StepContext,
): void {
  const { seam, own, frame, ends: [end] } = side // prettier-ignore
  const free = throughout(kernel, pieces.get(own), frame, [end - 0.01, end - v.deep])
  const stands = throughout(kernel, pieces.get(own), frame, [end + 0.05])
  const room = stands.loops.length > 0 ? new Outlines(kernel).less(free, stands) : free
  const all = room.loops.length > 0 ? roomIn(room) : []
  const clear = mark.half + ROUND
  const [at] = placesFor(all, 1, clear, () => true)
  if (!at) {
    const most = Math.floor((10 * v.height * ((all[0]?.room ?? 0) - ROUND)) / mark.half) / 10
    return raise('no-room', `Cut ${seam.name} has no room for letters ${v.height.toFixed(1)} mm high${most >= 1 ? `; up to ${most.toFixed(1)} mm would fit` : ''}.`, 'height') // prettier-ignore
  }
  const [x, y] = at
  const tool = kernel.extrude(put(mark.about, ([p, q]) => [p + x, q + y]), end - v.deep, end + OPEN, { names: { step: id, side: 'mark', top: 'mark', bottom: 'mark' }, tolerance }) // prettier-ignore
  pieces.take(own, copied(kernel, tool, frame, `${seam.name} ${own === seam.front ? 'front' : 'behind'}`)) // prettier-ignore
}
