import { kerfAlong } from '../../divide/cut-surface'
import { Outlines } from '../../divide/outlines-of'
import { placesFor, roomIn } from '../../divide/places'
import { boreSolid } from '../../divide/socket'
import { throughout } from '../../divide/tongue'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { textField } from '../../fields/choice'
import { movedAlong } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Kernel, Solid } from '../../kernel/kernel'
import { put, strokedLetters } from '../../letters/stroked'
import { boundsOf } from '../../profile/measure'
import type { Profile } from '../../profile/segment'
import { raise } from '../../result'
import { evenPlaces, type Facing, facingOf, JOINT_NOTES, jointFields, jointWords, offerJoint, OPEN, Pieces, seamsMeant, standOn, startJoint } from '../joints' // prettier-ignore
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
  offers: (at) => offerJoint(at, 'seam-marks', 'mark which pieces go together', 'any'),
  example: [
    { kind: 'solid', fields: { width: '60', depth: '40', height: '20' } },
    { kind: 'divide', fields: { part: 'before1', at: { base: 'side', off: '4' } } },
    { kind: 'seam-marks', fields: {} },
  ],
  build: buildMarks,
})

function buildMarks(v: Values, context: StepContext): StepOutput {
  const pieces = new Pieces(context.kernel, v.cut.parts)
  for (const seam of seamsMeant(v, 'marks', 'any')) {
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
  context: StepContext,
): void {
  const { kernel, id, tolerance } = context
  const { seam, own } = side
  const clear = mark.half + ROUND
  const free = seam.flat ? undefined : freeBand(v, side, pieces.get(own), clear, context)
  const all = free ? evenPlaces(side, clear) : roomIn(freeOn(v, side, pieces.get(own), kernel))
  const letInAt = (at: Vec2): Solid => {
    const { frame, drop } = free ? standOn(side, at, clear)! : { frame: movedAlong(side.frame, [...at, side.ends[0]]), drop: 0 } // prettier-ignore
    const letters = kernel.extrude(mark.about, -drop - v.deep, OPEN, { names: { step: id, side: 'mark', top: 'mark', bottom: 'mark' }, tolerance }) // prettier-ignore
    const tool = copied(kernel, letters, frame, `${seam.name} ${own === seam.front ? 'front' : 'behind'}`)
    return free ? free.downTo(tool) : tool
  }
  const piece = pieces.get(own)
  const bodies = (solid: Solid): number => kernel.scoped(() => kernel.bodies(solid).length, () => []) // prettier-ignore
  const whole = bodies(piece)
  const cutsNothingOff = (at: Vec2) => kernel.scoped(() => bodies(kernel.subtract(piece, [letInAt(at)])) === whole, () => []) // prettier-ignore
  const [at] = placesFor(all, 1, clear, (at) => (!free || free.isFree(at)) && cutsNothingOff(at))
  if (!at) {
    const most = free ? 0 : Math.floor((10 * v.height * ((all[0]?.room ?? 0) - ROUND)) / mark.half) / 10
    return raise('no-room', `Cut ${seam.name} has no room for letters ${v.height.toFixed(1)} mm high${most >= 1 ? `; up to ${most.toFixed(1)} mm would fit` : ''}.`, 'height') // prettier-ignore
  }
  pieces.take(own, letInAt(at))
}

/** Where in the face of a piece nothing stands and nothing is let in, on its plane. */
function freeOn(v: Values, { frame, ends: [end] }: Facing, piece: Solid, kernel: Kernel): Profile {
  const free = throughout(kernel, piece, frame, [end - 0.01, end - v.deep])
  const stands = throughout(kernel, piece, frame, [end + 0.05])
  return stands.loops.length > 0 ? new Outlines(kernel).less(free, stands) : free
}

/** Of a piece that is marked so much may be missing where the mark comes. */
const MISSING = 0.03

/** The same where the cut is not flat: what is let in keeps as deep under it all over. */
function freeBand(v: Values, side: Facing, piece: Solid, clear: number, { kernel, id, tolerance }: StepContext) {
  const { seam, own } = side
  const behind = own === seam.behind
  const spaces = (deep: number) => kerfAlong(kernel, seam.surface, [seam.ends[0] - deep, seam.ends[1] + deep], { step: id, cut: seam.name }, tolerance) // prettier-ignore
  const [at, under] = [spaces(0), spaces(v.deep)]
  const downTo = (tool: Solid) => (behind ? kernel.subtract(tool, [under.behind]) : kernel.intersect(tool, under.upTo))
  const upTo = (tool: Solid) => (behind ? kernel.intersect(tool, at.behind) : kernel.subtract(tool, [at.upTo]))
  const shareOf = (tool: Solid) => kernel.intersect(tool, piece).volume() / tool.volume()
  const isFree = (place: Vec2): boolean => {
    const on = standOn(side, place, clear)
    if (!on) return false
    const round = (from: number, to: number) => kernel.place(boreSolid(kernel, 2 * clear, from, to, 'room', id, tolerance), on.frame) // prettier-ignore
    return shareOf(upTo(downTo(round(-on.drop - v.deep, 0)))) > 1 - MISSING && shareOf(round(0.05, 1)) < 1e-6
  }
  return { downTo, isFree: (at: Vec2) => kernel.scoped(() => isFree(at), () => []) } // prettier-ignore
}
