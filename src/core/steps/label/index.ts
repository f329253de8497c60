import { choiceField, textField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { partField } from '../../fields/part'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { put, strokedLetters } from '../../letters/stroked'
import { joinedOutput, ROOT } from '../joining'
import { offerOnFace } from '../picked'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { OUT } from '../through'

const fields = {
  text: textField('The text', 'Bed 3'),
  part: partField('The part', 'change'),
  on: planeField('The face'),
  height: lengthField('The height of capitals', '6', 1, 1000),
  strokes: choiceField('Their strokes', 'lines', { lines: 'of whole lines', font: 'as they are drawn' }),
  how: choiceField('How', 'raised', { raised: 'raised', sunk: 'let in' }),
  deep: lengthField('By how much', '2*layer', 0.05, 100),
  at: placeField('The middle of their feet'),
  turn: angleField('The turn', '0', -360, 360),
  lines: lengthField('From line to line', '9', 0, 1000),
}
type Values = FieldValues<typeof fields>

/** Letters that stand out of a face or are let into it, as deep as whole layers and with strokes of whole lines. */
export const labelStep = stepKind({
  kind: 'label',
  title: 'Write on a face',
  findBy: ['text', 'label', 'letters', 'write', 'name', 'sign', 'engrave', 'emboss', 'mark', 'number', 'logo'],
  group: 'change',
  about: 'Letters raised on a flat face or let into it; readable from outside.',
  fields,
  fieldNotes: {
    text: '` / ` begins a new line',
    part: 'id of the part',
    on: 'as in a drawing',
    strokes: '`lines` makes strokes wider or narrower, so that the upright ones are a whole number of line widths; `font` leaves them', // prettier-ignore
    how: '`raised` or `sunk`',
  },
  sentence: [
    'Write', { field: 'text' }, { field: 'on', before: 'on' }, { field: 'part', before: 'of', after: ',' }, { field: 'height', after: ' high,' }, { field: 'strokes', before: 'strokes', after: ',' },
    { field: 'how' }, { field: 'deep', before: 'by' }, { field: 'at', before: 'at', after: '.' }, { field: 'turn', rare: true, before: 'Turned by', after: '.' }, { field: 'lines', rare: true, before: 'Lines every', after: '.' },
  ], // prettier-ignore
  printer: ['line', 'layer'],
  surfaces: {
    far: { called: 'face of a letter', moved: ['deep', 'by how much'], along: () => 1 },
    letter: { called: 'side of a letter', shallow: true },
    in: { called: 'foot of a letter' },
  },
  offers: (at) => offerOnFace(at, 'label', 'write on it', () => ({ at: { along: 0, up: -3, from: '' } })),
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'label', fields: { part: 'before1', text: 'Bed 3', on: { base: 'ground', off: '20' }, at: { along: 0, up: -3, from: '' } } }, // prettier-ignore
  ],
  build: buildLabel,
})

function buildLabel(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance, printer } = context
  const set = { height: v.height, lines: v.lines, ...(v.strokes === 'lines' ? { line: printer.line } : {}) }
  const { region: drawn, stroke } = strokedLetters(v.text, set)
  const [c, s] = [Math.cos((v.turn * Math.PI) / 180), Math.sin((v.turn * Math.PI) / 180)]
  const region = put(drawn, ([x, y]) => [v.at[0] + c * x - s * y, v.at[1] + s * x + c * y])
  const raised = v.how === 'raised'
  const [z0, z1] = raised ? [-ROOT, v.deep] : [-v.deep, OUT]
  const names = { step: id, top: raised ? 'far' : 'mouth', bottom: raised ? 'in' : 'far', side: 'letter' }
  const tool = kernel.place(kernel.extrude(region, z0, z1, { names, tolerance }), v.on.frame)
  const output = joinedOutput(tool, { how: raised ? 'add' : 'take', parts: [v.part], name: '' }, context)
  return { ...output, notes: [...output.notes, ...printed(v, stroke, printer)] }
}

/** What the printer makes of strokes and depth. */
function printed(v: Values, stroke: number, { line, layer }: StepContext['printer']): string[] {
  const layers = v.deep / layer
  const whole = Math.abs(layers - Math.round(layers)) < 0.02
  return [
    `Upright strokes are ${stroke.toFixed(2)} mm, ${(stroke / line).toFixed(stroke / line < 10 && v.strokes === 'font' ? 1 : 0)} lines.`,
    ...(whole ? [] : [`${v.deep.toFixed(2)} mm are ${layers.toFixed(1)} layers; whole ones print as they are drawn.`]),
  ]
}
