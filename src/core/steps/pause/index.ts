import { LIFTED, wayRow } from '../../built/gap-row'
import type { RowSpec, Selector } from '../../built/rows'
import { choiceField, textField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { partField, partsField } from '../../fields/part'
import { anyReferenceField } from '../../fields/reference'
import { IDENTITY, placePositions } from '../../geometry/placement'
import { dot, normalize, placeAt, scale, type Vec3 } from '../../geometry/vec'
import { endBelow, endOfLayer } from '../../print/layering'
import { downOf } from '../../print/lay'
import { pauseSaid, printedSoFar } from '../../print/pause'
import { raise } from '../../result'
import type { PlacedItem } from '../../references/place-items'
import { newStep, type Offer, type Situation } from '../offer'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  part: partField('The part', 'change', { printed: true }),
  at: lengthField('How high above the bed', '5', 0.01, 10_000),
  end: choiceField('At which end of a layer', 'over', { over: 'the first end of a layer over that', under: 'the last end of a layer under that' }), // prettier-ignore
  to: textField('What is done meanwhile', 'lay in what comes into it'),
  laid: choiceField('What is laid in', 'nothing', { nothing: 'nothing is laid in', gathered: 'what was gathered is laid in', parts: 'other parts are laid in' }), // prettier-ignore
  which: anyReferenceField('What was gathered'),
  parts: partsField('The parts that are laid in', 'read'),
  under: lengthField('How far it stays under the nozzle', '0.2', 0, 20),
}
type Values = FieldValues<typeof fields>

/** Less than this is no layer, mm. */
const SLIGHT = 0.01
/** Cosine from which on a face lies level. */
const LEVEL = 1 - 1e-6

/** The print of a part halted at a height. */
export const pauseStep = stepKind({
  kind: 'pause',
  title: 'Pause the print of a part',
  findBy: [
    'halt',
    'stop',
    'nut',
    'magnet',
    'lay in',
    'embed',
    'colour',
    'color',
    'filament change',
    'two colours',
    'layer',
  ],
  group: 'hold',
  about:
    'Halts the print of a part at the end of a layer, for something to be done: laid in, put in, another filament. What is laid in has to go in from above past what is printed so far, and to stay below the nozzle; the way in has a row. The list of pauses goes with every export.',
  fields,
  fieldNotes: {
    part: 'id of the part',
    at: 'above the bed, as the part lies when it is printed',
    end: '`over`: the first end of a layer that is not below that; `under`: the last one that is not above it',
    to: 'for the maker, read after “pause at 5.00 mm, after 25 layers, and …”',
    laid: '`nothing`, `gathered` (all of `which` that is fitted) or `parts`',
    which: 'id of a reference',
    parts: 'ids of parts',
    under: 'of the highest of what is laid in',
  },
  sentence: [
    'Pause the print of', { field: 'part' }, { field: 'at', before: 'at', after: 'above the bed,' }, { field: 'end', before: 'at', after: ',' }, { field: 'to', before: 'to', after: ';' }, { field: 'laid' },
    { field: 'which', when: ['laid', 'gathered'], before: ':' }, { field: 'parts', when: ['laid', 'parts'], before: ':' }, { field: 'under', when: ['laid', 'gathered', 'parts'], before: ', at least', after: 'below the nozzle' }, '.',
  ], // prettier-ignore
  facts: { at: 'height of the pause above the bed' },
  printer: ['layer', 'first'],
  offers: offerPause,
  start: ({ parts }) => (parts.length === 0 ? undefined : { part: parts[0]!.id }),
  example: [
    { kind: 'solid', fields: { width: '30', depth: '30', height: '12' } },
    { kind: 'pause', fields: { part: 'before1', at: '6', to: 'change the filament' } },
  ],
  build,
})

function build(v: Values, { id, kernel, printer }: StepContext): StepOutput {
  const { print, pauses } = v.part.printed ?? { print: IDENTITY, pauses: [] }
  const up = scale(downOf(print), -1)
  const [foot, top] = spanAlong(up, kernel.triangles(v.part.solid).positions)
  const end = v.end === 'over' ? endOfLayer(v.at, printer) : endBelow(v.at, printer)
  if (!end) return raise('low', `The first layer is higher than ${v.at.toFixed(2)} mm; it can pause from ${(printer.first ?? printer.layer).toFixed(2)} mm on.`, 'at') // prettier-ignore
  if (end.height >= top - foot - SLIGHT) return raise('high', `The part is ${(top - foot).toFixed(2)} mm high as it is printed, and nothing of it is printed after ${end.height.toFixed(2)} mm; up to ${(top - foot - printer.layer).toFixed(2)} mm it can pause.`, 'at') // prettier-ignore
  const laid = laidIn(v, up)
  const tallest = laid.reduce<LaidIn | undefined>((most, l) => (most && most.high >= l.high ? most : l), undefined)
  const highest = tallest ? tallest.high - foot : -Infinity
  if (tallest && highest + v.under > end.height + 1e-6) return raise('over', `${tallest.name} stands up to ${highest.toFixed(2)} mm above the bed, and the nozzle goes on at ${end.height.toFixed(2)} mm; from ${(highest + v.under).toFixed(2)} mm on it would stay ${v.under.toFixed(2)} mm under it.`, 'at') // prettier-ignore
  const pause = { ...end, to: v.to.trim() || 'go on when it is done' }
  const all = [...pauses.filter((p) => p.height !== pause.height), pause].sort((a, b) => a.height - b.height)
  const height = foot + end.height
  const way = height - Math.min(height, ...laid.map((l) => l.low))
  return {
    parts: [],
    halts: [{ part: v.part.id, pauses: all }],
    facts: { at: end.height },
    rows: rowsOf(v, id, scale(up, way + 1), { of: 'whole', part: v.part.id, up: printedSoFar(up, height) }),
    notes: [`${capital(pauseSaid(pause))}.`],
  }
}

/** Spaces that are kept free are nothing that could be laid in. */
const isThere = ({ state, made }: Pick<PlacedItem, 'state' | 'made'>) => state === 'fitted' && (made === undefined || made === 'block') // prettier-ignore

/** Something that is laid in, with how low and how high it reaches along the way up, mm. */
interface LaidIn {
  name: string
  low: number
  high: number
}

/** Errors: no-part, no-reference */
function laidIn({ laid, which, parts }: Values, up: Vec3): LaidIn[] {
  const reaching = (name: string, positions: ArrayLike<number>): LaidIn => {
    const [low, high] = spanAlong(up, positions)
    return { name, low, high }
  }
  if (laid === 'nothing') return []
  if (laid === 'gathered')
    return which
      ? which.items.filter(isThere).map((i) => reaching(i.name, placePositions(i.stands, i.solid.positions)))
      : raise('no-reference', 'Nothing is gathered yet that could be laid in.', 'which')
  return parts.length > 0
    ? parts.map((p) => reaching(p.name, p.pointable().mesh.positions))
    : raise('no-part', 'Choose the part that is laid in.', 'parts')
}

/** The lowest and highest along a way. */
function spanAlong(up: Vec3, positions: ArrayLike<number>): [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (let v = 0; v < positions.length / 3; v++) {
    const h = dot(up, placeAt(positions, v))
    if (h < low) low = h
    if (h > high) high = h
  }
  return [low, high]
}

/** What is laid in comes from above past what is printed so far. */
function rowsOf({ laid, which, part, parts }: Values, id: string, by: Vec3, into: Selector): RowSpec[] {
  const comes = { comes: { from: scale(normalize(by), LIFTED), by } }
  const row = (name: string, what: string, own: Selector) => ({ ...wayRow(id, name, `${what} going into the half-printed ${part.name}`, own, into), ...comes }) // prettier-ignore
  if (laid === 'gathered' && which)
    return [row('in', which.name, { of: 'items', reference: which.id, items: which.items.filter(isThere).map((i) => i.id), own: true })] // prettier-ignore
  return laid === 'parts' ? parts.map((p) => row(`in ${p.id}`, p.name, { of: 'whole', part: p.id })) : []
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** On a flat face that lies level as its part is printed: a pause at its height. */
function offerPause(at: Situation): Offer[] {
  const [pick, more] = at.picks
  if (!pick || more || pick.kind !== 'surface' || pick.reference !== undefined || pick.shape.kind !== 'plane') return []
  const { print, bounds } = at.parts.find((p) => p.id === pick.owner) ?? {}
  const up = print && scale(downOf(print), -1)
  // Of a box alone it is known how low a part reaches where it stands straight.
  if (!up || !bounds || Math.max(...up.map(Math.abs)) < LEVEL || Math.abs(dot(up, pick.shape.normal)) < LEVEL) return []
  const foot = Math.min(dot(up, bounds.min), dot(up, bounds.max))
  const height = Number((dot(up, pick.point) - foot).toFixed(3))
  // Over its top nothing is printed.
  if (height <= 0 || dot(up, pick.point) > Math.max(dot(up, bounds.min), dot(up, bounds.max)) - SLIGHT) return []
  const step = newStep(at, 'pause', { part: pick.owner, at: String(height) })
  return [
    { key: `pause ${pick.owner}`, words: 'pause the print at this height', picked: true, of: 'part', steps: [step] },
  ]
}
