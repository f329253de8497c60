import { CLOSURE } from '../../enclosures/closure'
import { type Corner, cornersOf, cornerTowers } from '../../enclosures/corners'
import { ENCLOSURE, type Enclosure, stood } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { translation } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import { polygonProfile } from '../../profile/shapes'
import { raise } from '../../result'
import { offerOnCase, startOnCase } from '../cases'
import { cornersField } from '../on-sides'
import { leaving, type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  do: choiceField('What they do', 'hold', { hold: 'Press the lid on', locate: 'Locate the lid' }),
  at: cornersField(),
  across: lengthField('Diameter of a pin', '4', 1, 30),
  long: lengthField('How far they stand out', '5', 1, 60),
  gap: lengthField('Gap round a pin', 'fit.press', -0.2, 2, 'per-side'),
  ways: choiceField('How the lid goes on', 'any', { any: 'any way that fits', one: 'one way round only' }),
  round: lengthField('Wall round a hole', '1.6', 0.4, 20),
}
type Values = FieldValues<typeof fields>

/** Pins with more play than this slide out of their holes, mm per side. */
const GRIPS = 0.1
/** A pin that goes into one hole alone is thicker by this, mm. */
const THICKER = 1
/** Chamfer of a tip, and room under it, mm. */
const TIP = 0.6
const UNDER = 0.4
/** What is left under a hole, mm. */
const LEAST_FLOOR = 0.8

/** Pins on the lid in holes of the base, at the corners. */
export const pegsStep = stepKind({
  kind: 'pegs',
  title: 'Press the lid on with pins, or locate it',
  findBy: ['pin', 'peg', 'dowel', 'press', 'friction', 'locate', 'align', 'key', 'lid', 'close', 'without screws', 'one way', 'shut'], // prettier-ignore
  group: 'hold',
  about:
    'Pins on the lid of a case that go into holes of its base, in towers at its corners: with a press fit they hold it, with more they locate it.',
  fields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    do: '`hold` (by friction: a gap of at most 0.1 mm per side) or `locate`',
    at: '`corners` (all four) or `diagonal` (two of them)',
    ways: '`one`: the pin at the front left is 1 mm thicker, so that the lid goes on one way round only',
    round: 'least wall between hole and outside',
  },
  sentence: [
    { field: 'do' }, 'with pins', { field: 'across', before: 'Ø' }, 'at', { field: 'at', after: ',' }, { field: 'long', after: ' long,' }, 'with', { field: 'gap', after: ' round them.' },
    { field: 'ways', rare: true, before: 'It goes on', after: '.' }, { field: 'round', rare: true, before: 'The wall round a hole is', after: '.' },
  ], // prettier-ignore
  publishes: [CLOSURE],
  surfaces: {
    tower: { called: 'tower', moved: ['round', 'the wall round a hole'], along: () => 1 },
    pin: { called: 'pin', moved: ['across', 'the diameter of a pin'], along: () => 2 },
    hole: { called: 'hole for a pin', moved: ['gap', 'the gap round a pin'], along: () => -1 },
  },
  start: startOnCase,
  offers: (at) => offerOnCase(at, 'pegs', { words: 'press the lid on with pins', goal: 'pins', mends: 'lid-held' }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'pegs', fields: { long: '3' } },
  ],
  build: buildPegs,
})

function buildPegs(v: Values, context: StepContext): StepOutput {
  const { kernel, id } = context
  const e = v.case.data
  const below = e.parting - e.bottom
  const deep = v.long + UNDER
  if (deep > below - LEAST_FLOOR) raise('long', `Pins ${v.long.toFixed(1)} mm long need ${(deep + LEAST_FLOOR - below).toFixed(1)} mm more height of the base; up to ${Math.max(0, below - LEAST_FLOOR - UNDER).toFixed(1)} mm would do.`, 'long') // prettier-ignore
  if (v.do === 'hold' && v.gap > GRIPS) raise('gap', `Pins with ${v.gap.toFixed(2)} mm of room only locate the lid; with up to ${GRIPS.toFixed(1)} mm they grip.`, 'gap') // prettier-ignore
  const radius = (name: string) => (v.across + (v.ways === 'one' && name === 'front left' ? THICKER : 0)) / 2
  const widest = radius('front left') + v.gap + v.round
  const places = cornersOf(e, widest, v.at)
  const towers = cornerTowers(e, places, widest, context)
  const turned = (outline: readonly (readonly [Vec2, string])[], side: string, tip: string) => {
    const profile = polygonProfile(outline.map(([p]) => p), outline.map(([, name]) => name)) // prettier-ignore
    return kernel.revolve(profile, 2 * Math.PI, { step: id, side, start: tip, end: tip }, context.tolerance)
  }
  const put = (of: (radius: number) => Solid) => places.map(({ at, name }) => stood(e, kernel, copied(kernel, of(radius(name)), translation([...at, e.parting]), name))) // prettier-ignore
  const pin = (r: number) => turned([[[0, -v.long], 'end'], [[r - TIP / 2, -v.long], 'tip'], [[r, TIP - v.long], 'round'], [[r, LEAST_FLOOR], 'in'], [[0, LEAST_FLOOR], 'axis']], 'pin', 'tip') // prettier-ignore
  const hole = (r: number) => turned([[[0, -deep], 'end'], [[r + v.gap, -deep], 'round'], [[r + v.gap, 1], 'mouth'], [[0, 1], 'axis']], 'hole', 'end') // prettier-ignore
  const [base, lid] = [e.base, e.lid].map((part) => v.case.parts.get(part)!)
  return {
    parts: [
      { id: e.base, solid: kernel.subtract(kernel.union([base!, stood(e, kernel, towers.base)]), put(hole)) },
      { id: e.lid, solid: kernel.union([lid!, stood(e, kernel, towers.lid), ...put(pin)]) },
    ],
    published: v.do === 'hold' ? [leaving(CLOSURE, true, e.reference)] : [],
    rows: places.map((place) => pinRow(v, e, id, place)),
    notes: v.ways === 'one' ? [`The pin at the front left is Ø ${(v.across + THICKER).toFixed(1)} mm, so that the lid goes on one way round only.`] : [], // prettier-ignore
  }
}

const pinRow = (v: Values, e: Enclosure, id: string, { name }: Corner) =>
  gapRow(id, name, `Pin at the ${name} in its hole`, v.gap, 'exact', { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'pin', segment: 'round', copy: [name] } }, { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'hole', segment: 'round', copy: [name] } }) // prettier-ignore
