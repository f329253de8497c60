import { CLOSURE } from '../../enclosures/closure'
import { type Corner, cornersOf, cornerTowers } from '../../enclosures/corners'
import { ENCLOSURE, type Enclosure, stood } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { compose, translation } from '../../geometry/placement'
import { copied } from '../../kernel/retagged'
import { circle } from '../../profile/shapes'
import { raise } from '../../result'
import { offerOnCase, startOnCase } from '../cases'
import { cornersField } from '../on-sides'
import { leaving, type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  at: cornersField(),
  across: lengthField('Diameter of a magnet', '6', 1, 40),
  high: lengthField('Height of a magnet', '3', 0.5, 40),
  sink: lengthField('How deep they lie under the seam', '0.1', 0, 3),
  gap: lengthField('Gap round a magnet', 'fit.snug', 0, 2, 'per-side'),
  round: lengthField('Wall round it', '1.2', 0.4, 20),
}
type Values = FieldValues<typeof fields>

/** What is left under a pocket, mm. */
const LEAST_FLOOR = 0.8

/** Magnets in towers at the corners, one over the other, hold the lid. */
export const magnetsStep = stepKind({
  kind: 'magnets',
  title: 'Hold the lid with magnets',
  findBy: ['magnet', 'magnetic', 'neodymium', 'lid', 'close', 'hold', 'without screws', 'shut', 'tool-free'],
  group: 'hold',
  about:
    'Round pockets for magnets in the seam of a case, one over the other, in towers at its corners; changes base and lid.',
  fields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    at: '`corners` (all four) or `diagonal` (two of them, so that the lid goes on two ways)',
    sink: 'so that base and lid meet, and not the magnets',
    round: 'least wall between pocket and outside',
  },
  sentence: [
    'Hold the lid with magnets', { field: 'across', before: 'Ø' }, { field: 'high', before: '×' }, 'at', { field: 'at', after: ',' }, 'with', { field: 'gap', after: ' round them,' },
    { field: 'sink', after: ' under the seam.' }, { field: 'round', rare: true, before: 'The wall round them is', after: '.' },
  ], // prettier-ignore
  publishes: [CLOSURE],
  surfaces: {
    tower: { called: 'tower', moved: ['round', 'the wall round the magnet'], along: () => 1 },
    pocket: { called: 'pocket for a magnet', moved: ['gap', 'the gap round a magnet'], along: () => -1 },
  },
  start: startOnCase,
  offers: (at) =>
    offerOnCase(at, 'magnets', { words: 'hold the lid with magnets', goal: 'magnets', mends: 'lid-held' }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'magnets', fields: { across: '5', high: '2' } },
  ],
  build: buildMagnets,
})

function buildMagnets(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const e = v.case.data
  const deep = v.high + v.sink
  for (const [part, height] of [['base', e.parting - e.bottom], ['lid', e.top - e.parting]] as const) if (deep > height - LEAST_FLOOR) raise('high', `A pocket ${deep.toFixed(1)} mm deep needs ${(deep + LEAST_FLOOR - height).toFixed(1)} mm more height of the ${part}; magnets up to ${Math.max(0, height - LEAST_FLOOR - v.sink).toFixed(1)} mm high would fit.`, 'high') // prettier-ignore
  const pocket = v.across / 2 + v.gap
  const places = cornersOf(e, v.round + pocket, v.at)
  const towers = cornerTowers(e, places, v.round + pocket, context)
  const tool = kernel.extrude(circle([0, 0], pocket), e.parting - deep, e.parting + deep, { names: { step: id, top: 'pocket', bottom: 'pocket', side: 'pocket' }, tolerance }) // prettier-ignore
  const pockets = places.map(({ at, name }) => stood(e, kernel, copied(kernel, tool, translation([...at, 0]), name)))
  const part = (of: string, tower: typeof tool) => ({ id: of, solid: kernel.subtract(kernel.union([v.case.parts.get(of)!, stood(e, kernel, tower)]), pockets) }) // prettier-ignore
  return {
    parts: [part(e.base, towers.base), part(e.lid, towers.lid)],
    published: [leaving(CLOSURE, true, e.reference)],
    rows: places.map((place) => magnetRow(v, e, id, place)),
    notes: [`${2 * places.length} magnets of Ø ${v.across.toFixed(1)} × ${v.high.toFixed(1)} mm; those one over the other attract each other.`], // prettier-ignore
  }
}

/** The magnet of the base in its pocket. */
function magnetRow(v: Values, e: Enclosure, id: string, { at, name }: Corner) {
  const from = e.parting - v.sink - v.high
  const frame = compose(e.stand, translation([...at, from]))
  const magnet = {
    of: 'drawn',
    profile: circle([0, 0], v.across / 2),
    frame,
    span: [Math.min(0.9 * v.high, 2 * v.gap + 0.05), v.high],
  } as const
  return gapRow(id, name, `Magnet at the ${name}`, v.gap, 'exact', magnet, { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'pocket', copy: [name] } }) // prettier-ignore
}
