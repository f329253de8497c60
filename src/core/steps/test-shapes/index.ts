import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { placeField } from '../../fields/place'
import { fromFrame, translation } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import type { Lesson } from '../../print/learnt'
import type { Profile } from '../../profile/segment'
import { polygonProfile, rectangle } from '../../profile/shapes'
import { figureLetIn } from '../figure-let-in'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  of: choiceField('What is tried', 'overhangs', { overhangs: 'overhangs', bridges: 'bridges', walls: 'walls' }),
  at: placeField('Where it stands'),
  leans: angleField('Leaning to which they came out clean', '0', 0, 89),
  spans: lengthField('Span to which they came out clean', '0', 0, 200),
  thin: lengthField('Thickness from which on they came out whole', '0', 0, 20),
}
type Values = FieldValues<typeof fields>

/** What is tried: degrees from upright, mm, lines of the printer. */
const LEANS = [35, 40, 45, 50, 55, 60, 65, 70]
const SPANS = [5, 10, 15, 20, 25, 30, 40]
const LINES = [1, 1.5, 2, 2.5, 3, 4]

/** The plate under it: its thickness, and room round what stands on it, mm. */
const [PLATE, RIM] = [1.6, 2]
/** What stands there is so deep and high, and so far apart, mm. */
const [DEEP, HIGH, APART] = [5, 8, 3]
/** A post under a bridge, and the bridge, mm. */
const [POST, BAR] = [4, 1.2]
/** Height of the figures, and the room that they have, mm. */
const [FIGURES, ROOM] = [4, 13]
/** How thick an arm is that leans, mm. */
const ARM = 3

/** A plate with shapes of one sort, each harder to print than the one before. */
export const testShapesStep = stepKind({
  kind: 'test-shapes',
  title: 'Print a test of overhangs, bridges or walls',
  findBy: ['test', 'calibrate', 'try', 'learn', 'overhang', 'bridge', 'angle', 'span', 'thin wall', 'printer', 'lean'],
  group: 'make',
  about:
    'A plate with overhangs that lean more and more, bridges that span more and more, or walls of more and more lines, each with its figure. What came out clean tells from where on proofs have something to say on this printer.',
  fields,
  fieldNotes: {
    of: '`overhangs` (degrees from upright), `bridges` (mm) or `walls` (lines of the printer)',
    leans: 'degrees from upright, of the last that came out clean; 0 as long as it is not looked at',
    spans: 'of the longest that came out clean; 0 as long as it is not looked at',
    thin: 'of the thinnest that came out whole; 0 as long as it is not looked at',
  },
  sentence: [
    'A plate with', { field: 'of' }, 'to be tried, at', { field: 'at', after: '.' },
    { field: 'leans', when: ['of', 'overhangs'], before: 'Printed, they are clean up to', after: '.' }, { field: 'spans', when: ['of', 'bridges'], before: 'Printed, they are clean up to', after: '.' }, { field: 'thin', when: ['of', 'walls'], before: 'Printed, they are whole from', after: 'on.' },
  ], // prettier-ignore
  printer: ['line', 'layer'],
  surfaces: {
    plate: { called: 'plate of the test' },
    tried: { called: 'what is tried' },
    figure: { called: 'side of a figure', shallow: true },
  },
  start: () => ({}),
  learns: { said: (values) => ({ overhangs: 'leans', bridges: 'spans', walls: 'thin' })[String(values.of) as Values['of']], from: lessonOf }, // prettier-ignore
  example: [{ kind: 'test-shapes', fields: { of: 'bridges', spans: '20' } }],
  build,
})

function lessonOf({ of, leans, spans, thin }: Readonly<Record<string, unknown>>): Lesson | undefined {
  const [lean, span, wall] = [Number(leans), Number(spans), Number(thin)]
  if (of === 'overhangs' && lean > 0) return { printer: { lean }, says: `Overhangs print clean up to ${lean}° from upright.` } // prettier-ignore
  if (of === 'bridges' && span > 0) return { printer: { bridge: span }, says: `Bridges print clean up to ${span} mm.` }
  if (of === 'walls' && wall > 0) return { printer: { wall }, says: `Walls print whole from ${wall.toFixed(2)} mm on.` }
  return undefined
}

/** Something that is tried: what is written in front of it, how far it reaches, and itself, standing on z = 0. */
interface Tried {
  figure: string
  reach: number
  solid: Solid
}

function build(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance, printer } = context
  const all = { overhangs: leaning, bridges: spanning, walls: standing }[v.of](context)
  const reach = Math.max(...all.map((t) => t.reach))
  const pitch = DEEP + APART
  const plate = kernel.extrude(rectangle(-ROOM, -RIM, reach + RIM, all.length * pitch - APART + RIM), 0, PLATE, { names: { step: id, top: 'plate', bottom: 'plate', side: 'plate' }, tolerance }) // prettier-ignore
  const stands = all.map(({ solid }, i) => kernel.place(solid, translation([0, i * pitch, PLATE - SUNK])))
  const figures = all.map(({ figure }, i) => figureLetIn(figure, { at: [-ROOM / 2, i * pitch + (DEEP - FIGURES) / 2], top: PLATE, height: FIGURES, nth: `${i + 1}` }, context)) // prettier-ignore
  const solid = kernel.subtract(kernel.union([plate, ...stands]), figures)
  return {
    parts: [{ id, name: `Test of ${v.of}`, solid: kernel.place(solid, translation([v.at[0], v.at[1], 0])) }],
    rows: [],
    notes: notesOf(v, printer.line),
  }
}

/** What stands on the plate goes so deep into it that the two are one, mm. */
const SUNK = 0.01

const named = (id: string, nth: number) => ({ step: id, top: 'tried', bottom: 'tried', side: 'tried', copy: [`${nth + 1}`] }) // prettier-ignore

/** A profile of the right and up, drawn to the back. */
function upright(profile: Profile, nth: number, { kernel, id, tolerance }: StepContext): Solid {
  const drawn = kernel.extrude(profile, -DEEP, 0, { names: named(id, nth), tolerance })
  return kernel.place(drawn, fromFrame([1, 0, 0], [0, 0, 1], [0, -1, 0], [0, 0, 0]))
}

const leaning = (context: StepContext): Tried[] =>
  LEANS.map((lean, i) => {
    const out = HIGH * Math.tan((lean * Math.PI) / 180)
    return { figure: `${lean}`, reach: ARM + out, solid: upright(polygonProfile([[0, 0], [ARM, 0], [ARM + out, HIGH], [out, HIGH]]), i, context) } // prettier-ignore
  })

const spanning = (context: StepContext): Tried[] =>
  SPANS.map((span, i) => {
    const wide = span + 2 * POST
    const portal: Vec2[] = [[0, 0], [POST, 0], [POST, HIGH - BAR], [POST + span, HIGH - BAR], [POST + span, 0], [wide, 0], [wide, HIGH], [0, HIGH]] // prettier-ignore
    return { figure: `${span}`, reach: wide, solid: upright(polygonProfile(portal), i, context) }
  })

/** Walls along the row: as thick as so many lines, twice as long as they are apart. */
const standing = (context: StepContext): Tried[] =>
  LINES.map((lines, i) => {
    const thick = lines * context.printer.line
    const long = 4 * DEEP
    const { kernel, id, tolerance } = context
    return { figure: `${lines}`, reach: long, solid: kernel.extrude(rectangle(0, (DEEP - thick) / 2, long, (DEEP + thick) / 2), 0, HIGH, { names: named(id, i), tolerance }) } // prettier-ignore
  })

function notesOf({ of, leans, spans, thin }: Values, line: number): string[] {
  const ask = 'Print it without supports, and say here up to where it came out clean.'
  if (of === 'overhangs') return [leans > 0 ? `Overhangs are clean up to ${leans}° from upright.` : ask]
  if (of === 'bridges') return [spans > 0 ? `Bridges are clean up to ${spans} mm.` : ask]
  return [thin > 0 ? `Walls come out whole from ${thin.toFixed(2)} mm on, ${(thin / line).toFixed(1)} lines.` : 'Print it, and say here from which thickness on its walls came out whole.'] // prettier-ignore
}
