import { CLOSURE } from '../../enclosures/closure'
import { ENCLOSURE, stood } from '../../enclosures/enclosure'
import { type Place, placesOnSides, wallFrame } from '../../enclosures/wall-places'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { countField } from '../../fields/number'
import { publicationField } from '../../fields/publication'
import { compose, fromFrame, translation } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import { copied } from '../../kernel/retagged'
import { boundsOf } from '../../profile/measure'
import { polygonProfile } from '../../profile/shapes'
import { offerOnCase, startOnCase } from '../cases'
import { leaving, type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  over: choiceField('Which walls it passes', 'long', {
    long: 'the front and the back',
    ends: 'the left and the right',
  }),
  count: countField('How many', '1', 1, 6),
  wide: lengthField('Width of the strap', '20', 1, 200),
  gap: lengthField('Room beside it', 'fit.loose', 0, 5, 'per-side'),
  rib: lengthField('How far its guides stand out', '1.6', 0.4, 10),
}
type Values = FieldValues<typeof fields>

/** Guides stand so deep in the wall, and are so wide, mm. */
const ROOT = 0.2
const WIDE = 2

/** Guides for straps round a case, which hold it shut. */
export const strapStep = stepKind({
  kind: 'strap',
  title: 'Hold the lid with a strap',
  findBy: ['strap', 'band', 'rubber band', 'belt', 'velcro', 'cable tie', 'lid', 'close', 'without screws', 'shut'],
  group: 'hold',
  about: 'Pairs of guides on two opposite walls of a case, on base and lid, between which a strap or a band lies round it.', // prettier-ignore
  fields,
  fieldNotes: { case: 'id of a case step before; empty: the nearest', over: '`long` (front and back) or `ends` (left and right)' }, // prettier-ignore
  sentence: [
    'Hold the lid with', { field: 'count' }, 'strap', { field: 'wide', after: ' wide,' }, 'over', { field: 'over', after: ',' }, 'between guides that stand out', { field: 'rib', after: '.' },
    { field: 'gap', rare: true, before: 'Beside it', after: '.' },
  ], // prettier-ignore
  publishes: [CLOSURE],
  surfaces: { guide: { called: 'guide', moved: ['rib', 'how far the guides stand out'], along: () => 1 } },
  start: startOnCase,
  offers: (at) => offerOnCase(at, 'strap', { words: 'hold the lid with a strap', mends: 'lid-held' }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'strap', fields: { wide: '12' } },
  ],
  build: buildStrap,
})

function buildStrap(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const e = v.case.data
  const half = v.wide / 2 + v.gap
  const places = placesOnSides(e, { sides: v.over, count: v.count, shift: 0 }, 2 * (half + WIDE))
  // Seen from above: out of the wall, leaning inwards at the side that the strap does not touch.
  const guide: readonly Vec2[] = [[-ROOT, 0], [v.rib, 0], [v.rib, WIDE / 2], [-ROOT, WIDE]] // prettier-ignore
  const ribs = (z0: number, z1: number) =>
    places.flatMap((place) =>
      ([1, -1] as const).map((side) => {
        const outline = guide.map(([x, y]): Vec2 => [x, side * y])
        const points = polygonProfile(side > 0 ? outline : outline.reverse())
        const one = kernel.extrude(points, z0, z1, { names: { step: id, top: 'guide', bottom: 'guide', side: 'guide' }, tolerance }) // prettier-ignore
        const at = kernel.place(one, translation([0, side * half, 0]))
        return stood(e, kernel, copied(kernel, at, upright(place), `${place.name} ${side > 0 ? 'a' : 'b'}`))
      }),
    )
  const part = (of: string, z0: number, z1: number) => ({ id: of, solid: kernel.union([v.case.parts.get(of)!, ...ribs(z0, z1)]) }) // prettier-ignore
  const [x0, y0, x1, y1] = boundsOf(e.outer)
  const round = 2 * (e.top - e.bottom) + 2 * (v.over === 'long' ? y1 - y0 : x1 - x0)
  return {
    parts: [part(e.base, e.bottom, e.parting), part(e.lid, e.parting, e.top)],
    published: [leaving(CLOSURE, true, e.reference)],
    rows: [],
    notes: [`${v.count} ${v.count === 1 ? 'strap' : 'straps'} ${v.wide.toFixed(1)} mm wide, ${Math.ceil(round)} mm round the case.`], // prettier-ignore
  }
}

/** x outwards, y along the wall, z up. */
const upright = (place: Place) => compose(wallFrame(place), fromFrame([1, 0, 0], [0, 0, -1], [0, 1, 0], [0, 0, 0]))
