import { ENCLOSURE, stood } from '../../enclosures/enclosure'
import { placesOnSides, wallFrame } from '../../enclosures/wall-places'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { compose, translation } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import { circle, polygonProfile } from '../../profile/shapes'
import { raise } from '../../result'
import { offerOnCase, startOnCase } from '../cases'
import { ON_SIDES_NOTES, onSidesFields, onSidesWords } from '../on-sides'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  as: choiceField('What they are', 'notch', { notch: 'Notches to lift the lid', grip: 'Grips for fingers' }),
  ...onSidesFields,
  wide: lengthField('Width', '12', 2, 200),
  high: lengthField('Height', '1.2', 0.4, 100),
  deep: lengthField('Depth', '0.6', 0.1, 50),
}
type Values = FieldValues<typeof fields>

/** What is left of a wall behind a grip, at least, in lines. */
const LEAST_LINES = 2

/** Places to get hold of a lid by. */
export const gripsStep = stepKind({
  kind: 'grips',
  title: 'Notches and grips to open it by',
  findBy: ['grip', 'finger', 'notch', 'pry', 'coin', 'lift', 'open', 'thumb', 'nail', 'lid'],
  group: 'hold',
  about: 'Notches in the seam of a lid, to lift it with a nail or a coin, or ribs on its walls that fingers hold by.',
  fields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    as: '`notch` (let into the rim of the lid) or `grip` (three ribs standing out of its wall)',
    ...ON_SIDES_NOTES,
    high: 'of a notch over the seam; of a grip over the foot of the lid',
    deep: 'how far a notch goes in, or a rib stands out',
  },
  sentence: [{ field: 'as' }, 'at', ...onSidesWords, { field: 'wide', after: ' wide,' }, { field: 'high', after: ' high and' }, { field: 'deep', after: ' deep.' }], // prettier-ignore
  printer: ['line'],
  surfaces: {
    notch: { called: 'notch', moved: ['deep', 'the depth'] },
    rib: { called: 'rib of a grip', moved: ['deep', 'the depth'] },
  },
  start: startOnCase,
  offers: (at) => offerOnCase(at, 'grips', { words: 'notches to lift the lid by' }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'grips', fields: {} },
  ],
  build: buildGrips,
})

function buildGrips(v: Values, context: StepContext): StepOutput {
  const { kernel, printer } = context
  const e = v.case.data
  const places = placesOnSides(e, v, v.wide)
  const lid = e.top - e.parting
  const most = lid - 1 - (v.as === 'grip' ? 2 * v.deep : 0)
  if (v.high > most) raise('high', `The lid is ${lid.toFixed(1)} mm high; up to ${Math.max(0, most).toFixed(1)} mm would do.`, 'high') // prettier-ignore
  const least = LEAST_LINES * printer.line
  if (v.as === 'notch' && v.deep > e.wall - least) raise('deep', `A notch ${v.deep.toFixed(2)} mm deep leaves ${Math.max(0, e.wall - v.deep).toFixed(2)} mm of the wall; up to ${Math.max(0, e.wall - least).toFixed(2)} mm would do.`, 'deep') // prettier-ignore
  const one = v.as === 'notch' ? notch(v, context) : ribs(v, context)
  const put = places.map((place) => stood(e, kernel, copied(kernel, one, compose(wallFrame(place), translation([0, e.parting, 0])), place.name))) // prettier-ignore
  const before = v.case.parts.get(e.lid)!
  return {
    parts: [{ id: e.lid, solid: v.as === 'notch' ? kernel.subtract(before, put) : kernel.union([before, ...put]) }],
    rows: [],
    notes: [],
  }
}

/** Over the seam; its roof slants, so that it prints either way up. */
function notch({ wide, high, deep }: Values, { kernel, id, tolerance }: StepContext): Solid {
  const points: Vec2[] = [[-deep, -1], [1, -1], [1, high + 1 + deep], [-deep, high]] // prettier-ignore
  return kernel.extrude(polygonProfile(points, ['seam', 'out', 'slope', 'back']), -wide / 2, wide / 2, { names: { step: id, top: 'notch', bottom: 'notch', side: 'notch' }, tolerance }) // prettier-ignore
}

/** Three half-round ribs along the wall, over the foot of the lid. */
function ribs({ wide, high, deep }: Values, { kernel, id, tolerance }: StepContext): Solid {
  const names = { step: id, top: 'rib', bottom: 'rib', side: 'rib' }
  return kernel.union([1, 2, 3].map((k) => kernel.extrude(circle([0, deep + (high * (k - 1)) / 2], deep), -wide / 2, wide / 2, { names, tolerance }))) // prettier-ignore
}
