import type { RowSpec } from '../../built/rows'
import { type Cell, CELLS } from '../../fit/cells'
import { gapRow } from '../../built/gap-row'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { countField } from '../../fields/number'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { compose, fromFrame, type Placement, translation } from '../../geometry/placement'
import type { Solid } from '../../kernel/kernel'
import { circle, rectangle } from '../../profile/shapes'
import { raise } from '../../result'
import { joinedOutput, JOINING_NOTES, joiningFields, joiningWords, ROOT } from '../joining'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const cells = Object.fromEntries(Object.keys(CELLS).map((c) => [c, c])) as Record<Cell, string>

const fields = {
  on: planeField('The face it stands on'),
  at: placeField('Its middle'),
  cell: choiceField<Cell>('The cell', 'AA', cells),
  count: countField('How many', '2', 1, 12),
  gap: lengthField('Gap round a cell', 'fit.loose', 0, 5, 'per-side'),
  wall: lengthField('Wall', '4*line', 0.6, 20),
  floor: lengthField('Under the cells', '1.2', 0.4, 50),
  spring: lengthField('Room for the spring', '5', 0, 30),
  contact: lengthField('Slot for contact plates', '0.8', 0, 5),
  deep: lengthField('How deep the cells lie', '9', 1, 200),
  ...joiningFields,
}
type Values = FieldValues<typeof fields>

/** A tray for round cells side by side, with slots for contact plates at both ends. */
export const batteryBayStep = stepKind({
  kind: 'battery-bay',
  title: 'Battery bay',
  findBy: ['battery', 'cell', 'AA', 'AAA', '18650', 'holder', 'power', 'accumulator', 'contact', 'spring', 'tray'],
  group: 'make',
  about:
    'A tray for round cells by their usual sizes, side by side, with room for a spring and slots for contact plates.',
  fields,
  fieldNotes: {
    on: 'as in a drawing',
    cell: '`AAA`, `AA`, `C`, `D` (IEC 60086-2), `18650` or `21700`',
    spring: 'at one end, beyond the length of the cell',
    contact: 'how wide the slots across both ends are; 0 for none',
    deep: 'from the lowest line of the cells up; over half of their diameter they are held',
    ...JOINING_NOTES,
  },
  sentence: [
    'A bay for', { field: 'count' }, { field: 'cell', after: ' cells,' }, { field: 'gap', after: ' round them,' }, { field: 'deep', after: ' deep,' }, 'walls of', { field: 'wall' }, 'and', { field: 'floor', after: ' under them;' },
    { field: 'spring', before: 'room of', after: ' for the spring,' }, { field: 'contact', before: 'slots of', after: ' for contact plates,' }, { field: 'on', before: 'on' }, { field: 'at', before: 'at', after: ',' },
    ...joiningWords,
  ], // prettier-ignore
  surfaces: {
    tray: { called: 'side of the bay', moved: ['wall', 'the wall'], along: () => 1 },
    cell: { called: 'channel for a cell', moved: ['gap', 'the gap round a cell'], along: () => -1 },
    contact: { called: 'slot for a contact plate', moved: ['contact', 'the slot for contact plates'] },
  },
  start: () => ({}),
  example: [{ kind: 'battery-bay', fields: { cell: 'AAA', count: '2', deep: '7' } }],
  build: buildBay,
})

/** Between the channels of two cells, mm. */
const BETWEEN = 0.8

function buildBay(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const { across, long } = CELLS[v.cell]
  if (v.deep > across + v.gap) raise('deep', `Cells of Ø ${across.toFixed(1)} mm lie in it wholly at ${(across + v.gap).toFixed(1)} mm; less would do, so that they can be got out.`, 'deep') // prettier-ignore
  const [wide, room] = [across + 2 * v.gap, long + 2 * v.gap + v.spring]
  const pitch = wide + BETWEEN
  const [w, l] = [v.count * wide + (v.count - 1) * BETWEEN + 2 * v.wall, room + 2 * v.wall + (v.contact > 0 ? 2 * (v.contact + v.wall) : 0)] // prettier-ignore
  const high = v.floor + v.deep
  const drawn = (x0: number, y0: number, x1: number, y1: number, z0: number, z1: number, side: string) => kernel.extrude(rectangle(x0, y0, x1, y1), z0, z1, { names: { step: id, top: side === 'tray' ? 'rim' : 'mouth', bottom: side === 'tray' ? 'in' : 'floor', side }, tolerance }) // prettier-ignore
  const tray = drawn(-w / 2, -l / 2, w / 2, l / 2, v.how === 'own' ? 0 : -ROOT, high, 'tray')
  const axes = Array.from({ length: v.count }, (_, i) => (i - (v.count - 1) / 2) * pitch)
  const middle = v.floor + v.gap + across / 2
  const lies = (x: number) => compose(translation([x, -room / 2, middle]), LYING)
  const channel = (x: number): Solid[] => {
    const round = kernel.place(kernel.extrude(circle([0, 0], wide / 2), 0, room, { names: { step: id, top: 'end', bottom: 'end', side: 'cell' }, tolerance }), lies(x)) // prettier-ignore
    // Above its widest it goes straight up, so that a cell goes in.
    return high > middle
      ? [round, drawn(x - wide / 2, -room / 2, x + wide / 2, room / 2, middle, high + 1, 'cell')]
      : [round]
  }
  const slots = v.contact > 0 ? ([-1, 1] as const).map((side) => drawn(v.wall - w / 2, side * (room / 2 + v.wall) - (side < 0 ? v.contact : 0), w / 2 - v.wall, side * (room / 2 + v.wall) + (side > 0 ? v.contact : 0), v.floor, high + 1, 'contact')) : [] // prettier-ignore
  const windows = v.contact > 0 ? axes.flatMap((x) => ([-1, 1] as const).map((side) => drawn(x - wide / 4, side > 0 ? room / 2 - 0.01 : -room / 2 - v.wall - 0.01, x + wide / 4, side > 0 ? room / 2 + v.wall + 0.01 : -room / 2 + 0.01, middle - wide / 4, high + 1, 'contact'))) : [] // prettier-ignore
  const frame = compose(v.on.frame, translation([...v.at, 0]))
  const solid = kernel.place(kernel.subtract(tray, [...axes.flatMap(channel), ...slots, ...windows]), frame)
  const output = joinedOutput(solid, { how: v.how, parts: v.parts, name: 'Battery bay', color: '#8d8f7a' }, context)
  return { ...output, rows: [...output.rows, cellRow(v, compose(frame, lies(axes[0]!)), id)], notes: [`${w.toFixed(1)} × ${l.toFixed(1)} × ${high.toFixed(1)} mm.`, ...output.notes] } // prettier-ignore
}

/** z along the cell. */
const LYING: Placement = fromFrame([1, 0, 0], [0, 0, -1], [0, 1, 0], [0, 0, 0])

function cellRow(v: Values, frame: Placement, id: string): RowSpec {
  const { across, long } = CELLS[v.cell]
  const cell = { of: 'drawn', profile: circle([0, 0], across / 2), frame, span: [v.gap + 0.1, long] } as const
  const parts = v.how === 'own' ? [id] : v.parts.map((p) => p.id)
  return gapRow(id, 'cell', `${v.cell} cell in its bay`, v.gap, 'exact', cell, { of: 'parts', parts, surfaces: { step: id, role: 'cell' } }) // prettier-ignore
}
