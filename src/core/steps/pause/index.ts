import { wayRow } from '../../built/gap-row'
import type { RowSpec, Selector } from '../../built/rows'
import { choiceField, textField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { partField, partsField } from '../../fields/part'
import { anyReferenceField } from '../../fields/reference'
import { apply, IDENTITY } from '../../geometry/placement'
import { dot, scale, type Vec3 } from '../../geometry/vec'
import { endBelow, endOfLayer } from '../../print/layering'
import { downOf } from '../../print/lay'
import { pauseSaid } from '../../print/pause'
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

/** What is printed at a pause ends so far below it, mm. */
const UNDER = 0.01
/** What lies on something at rest is looked at from so far off it on, mm. */
const LIFTED = 0.05
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
  printer: ['layer', 'first', 'line'],
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
  const over = heightsIn(up, pointsOf(kernel.triangles(v.part.solid).positions))
  const [foot, top] = over
  const end = v.end === 'over' ? endOfLayer(v.at, printer) : endBelow(v.at, printer)
  if (!end) return raise('low', `The first layer is higher than ${v.at.toFixed(2)} mm; it can pause from ${(printer.first ?? printer.layer).toFixed(2)} mm on.`, 'at') // prettier-ignore
  if (end.height >= top - foot - UNDER) return raise('high', `The part is ${(top - foot).toFixed(2)} mm high as it is printed, and nothing of it is printed after ${end.height.toFixed(2)} mm; up to ${(top - foot - printer.layer).toFixed(2)} mm it can pause.`, 'at') // prettier-ignore
  const laid = laidIn(v)
  const highest = Math.max(...laid.map((l) => heightsIn(up, l.points)[1] - foot))
  if (highest + v.under > end.height + 1e-6) {
    const name = laid.find((l) => heightsIn(up, l.points)[1] - foot === highest)!.name
    return raise('over', `${name} stands up to ${highest.toFixed(2)} mm above the bed, and the nozzle goes on at ${end.height.toFixed(2)} mm; from ${(highest + v.under).toFixed(2)} mm on it would stay ${v.under.toFixed(2)} mm under it.`, 'at') // prettier-ignore
  }
  const pause = { ...end, to: v.to.trim() || 'go on when it is done' }
  const all = [...pauses.filter((p) => p.height !== pause.height), pause].sort((a, b) => a.height - b.height)
  const soFar = { normal: up, offset: foot + end.height - UNDER }
  return {
    parts: [],
    halts: [{ part: v.part.id, pauses: all }],
    facts: { at: end.height },
    rows: rowsOf(v, id, laid.length > 0 ? foot + end.height - Math.min(...laid.map((l) => heightsIn(up, l.points)[0])) : 0, up, soFar), // prettier-ignore
    notes: [`${capital(pauseSaid(pause))}.`],
  }
}

/** Spaces that are kept free are nothing that could be laid in. */
const isThere = ({ state, made }: Pick<PlacedItem, 'state' | 'made'>) => state === 'fitted' && (made === undefined || made === 'block') // prettier-ignore

interface LaidIn {
  name: string
  points: readonly Vec3[]
}

/** What is laid in, with its corners. Errors: no-part, no-reference */
function laidIn({ laid, which, parts }: Values): LaidIn[] {
  if (laid === 'nothing') return []
  if (laid === 'parts')
    return parts.length === 0
      ? raise('no-part', 'Choose the part that is laid in.', 'parts')
      : parts.map((p) => ({ name: p.name, points: [...pointsOf(p.pointable().mesh.positions)] }))
  if (!which) return raise('no-reference', 'Nothing is gathered yet that could be laid in.', 'which')
  return which.items
    .filter(isThere)
    .map(({ name, solid, stands }) => ({ name, points: [...pointsOf(solid.positions)].map((p) => apply(stands, p)) }))
}

function* pointsOf(positions: ArrayLike<number>): Generator<Vec3> {
  for (let i = 0; i < positions.length; i += 3) yield [positions[i]!, positions[i + 1]!, positions[i + 2]!]
}

/** The lowest and highest along a way. */
function heightsIn(up: Vec3, points: Iterable<Vec3>): [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (const p of points) {
    const h = dot(up, p)
    if (h < low) low = h
    if (h > high) high = h
  }
  return [low, high]
}

/** What is laid in comes from above past what is printed so far. */
function rowsOf(v: Values, id: string, way: number, up: Vec3, soFar: { normal: Vec3; offset: number }): RowSpec[] {
  const into: Selector = { of: 'whole', part: v.part.id, up: soFar }
  const comes = { comes: { from: scale(up, LIFTED), by: scale(up, way + 1) } }
  const row = (name: string, what: string, own: Selector) => ({ ...wayRow(id, name, `${what} going into the half-printed ${v.part.name}`, own, into), ...comes }) // prettier-ignore
  if (v.laid === 'gathered' && v.which)
    return [row('in', v.which.name, { of: 'items', reference: v.which.id, items: v.which.items.filter(isThere).map((i) => i.id), own: true })] // prettier-ignore
  return v.laid === 'parts' ? v.parts.map((p) => row(`in ${p.id}`, p.name, { of: 'whole', part: p.id })) : []
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
  if (height <= 0 || dot(up, pick.point) > Math.max(dot(up, bounds.min), dot(up, bounds.max)) - UNDER) return []
  const step = newStep(at, 'pause', { part: pick.owner, at: String(height) })
  return [
    { key: `pause ${pick.owner}`, words: 'pause the print at this height', picked: true, of: 'part', steps: [step] },
  ]
}
