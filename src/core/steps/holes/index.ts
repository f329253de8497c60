import { compose } from '../../geometry/placement'
import type { Spot } from '../../fields/spots'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import { circle } from '../../profile/shapes'
import { raise } from '../../result'
import { joinedOutput } from '../joining'
import { type StepContext, stepKind } from '../step-kind'
import { type Span, throughAll, throughFirst } from '../through'
import { holesFields, type HolesValues } from './fields'
import { nutsGoIn } from './nuts'
import { offerHoles } from './offers'
import { placesOf } from './places'
import { atPlace, holeAcross, holeTool, mouthAcross, wantedAcross } from '../hole-shape'

export const holesStep = stepKind({
  kind: 'holes',
  title: 'Holes',
  findBy: [
    'drill',
    'screw',
    'bolt',
    'counterbore',
    'countersink',
    'pilot',
    'insert',
    'nut',
    'teardrop',
    'M3',
    'through',
  ],
  group: 'change',
  about:
    'Holes square to a plane: at places, in a ring or a grid, or at the middles of a drawing; for screws, inserts and nuts by their tables.',
  fields: holesFields,
  fieldNotes: {
    where:
      '`places`, `ring`, `grid`, or `drawing`: at the middles of its circles (guides and copies too), on its plane',
    on: 'as in a drawing; they go into it, away from where it looks',
    drawing: 'id of a drawing step before; empty: the nearest',
    at: 'with `places`: a list of places',
    middle: 'with `ring` and `grid`: their middle',
    for: '`plain` (`across`), `clear` (a screw goes through: ISO 273), `pilot` (a thread-forming screw is driven in: 0.82 of its diameter) or `insert` (heat-set)',
    screw: '`M1.6`, `M2`, `M2.5`, `M3`, `M4`, `M5` or `M6`',
    series: 'with `clear`: `fine`, `medium` or `coarse`',
    head: '`plain`, `bore` (counterbore for a cap head, ISO 4762), `sunk` (countersink of 90 degrees, ISO 10642) `nut` (pocket for a hexagon nut, ISO 4032) or `side` (that pocket inside the part, with a way in from the side)',
    below: 'with `side`: how much material is left over the nut',
    toward: 'with `side`: degrees on the plane, from its right anticlockwise',
    wayLong: 'with `side`: from the middle of the hole outwards',
    reach: '`through` all of the parts, to a depth (`deep`), or through their first `wall` only',
    tip: '`round`, or `tear`: with a tip upwards, for holes that lie as they are printed',
    parts: 'ids of the parts they go into; nothing else changes',
  },
  sentence: [
    'Holes', { field: 'where' }, { field: 'at', when: ['where', 'places'] }, { field: 'drawing', when: ['where', 'drawing'], after: ',' },
    { field: 'count', when: ['where', 'ring'], before: 'of' }, { field: 'round', when: ['where', 'ring'], before: 'round Ø' },
    { field: 'first', rare: true, when: ['where', 'ring'], before: 'from' }, { field: 'columns', when: ['where', 'grid'], before: 'of' },
    { field: 'rows', when: ['where', 'grid'], before: 'by' }, { field: 'along', when: ['where', 'grid'], before: 'every' },
    { field: 'up', when: ['where', 'grid'], before: 'and every' }, { field: 'middle', when: ['where', 'ring', 'grid'], before: 'about' },
    { field: 'on', when: ['where', 'places', 'ring', 'grid'], before: 'on', after: ',' },
    { field: 'for' }, { field: 'across', when: ['for', 'plain'], before: 'Ø', after: ',' },
    { field: 'screw', when: ['for', 'pilot', 'insert'], after: ',' }, { field: 'screw', when: ['for', 'clear'] }, { field: 'series', when: ['for', 'clear'], after: ',' }, { field: 'head', after: ',' }, { field: 'below', when: ['head', 'side'], after: ' under the face,' }, { field: 'toward', when: ['head', 'side'], before: 'its way in from' }, { field: 'wayLong', when: ['head', 'side'], after: ' long,' }, { field: 'screw', when: ['for', 'plain'], rare: true, before: 'for', after: ',' },
    { field: 'sink', rare: true, before: 'its head', after: ' under the face,' }, { field: 'room', rare: true, before: 'with a gap of', after: ' round it,' },
    { field: 'tip', rare: true, after: ',' }, { field: 'reach' }, { field: 'deep', when: ['reach', 'deep'], before: 'by' }, { field: 'parts', before: 'in', after: '.' },
  ], // prettier-ignore
  surfaces: {
    hole: { called: 'hole' },
    pocket: { called: 'pocket for a nut' },
    seat: { called: 'seat' },
    bottom: { called: 'bottom of the hole' },
  },
  printer: ['holes'],
  unsupported: ({ tip }) =>
    tip === 'tear' ? undefined : { words: 'give its holes a tip upwards', fields: { tip: 'tear' } },
  start: () => ({}),
  offers: offerHoles,
  checks: [nutsGoIn],
  example: [
    { kind: 'solid', fields: { width: '40', depth: '30', height: '8' } },
    { kind: 'holes', fields: { on: { base: 'ground', off: '8' }, where: 'grid', along: '28', up: '18', for: 'clear', screw: 'M3', head: 'sunk', parts: ['before1'] } }, // prettier-ignore
  ],
  build: (values, context) => {
    if (values.parts.length === 0) return raise('no-part', 'Choose the part that the holes go into.', 'parts')
    const allow = context.printer.holes ?? 0
    const own = { ...values, allow, ...(values.where === 'drawing' && values.drawing ? { on: values.drawing.data.plane } : {}) } // prettier-ignore
    const places = placesOf(own)
    const output = joinedOutput(
      context.kernel.union(holesAt(own, places, context)),
      { how: 'take', parts: own.parts, name: '' },
      context,
    )
    const drawn = allow === 0 ? '' : `, drawn as ${holeAcross(own).toFixed(2)}: those of this printer come out ${Math.abs(allow).toFixed(2)} ${allow > 0 ? 'smaller' : 'larger'}` // prettier-ignore
    return { ...output, notes: [...proud(own), `${places.length === 1 ? 'One hole' : `${places.length} holes`} of Ø ${wantedAcross(own).toFixed(2)} mm${drawn}.`, ...output.notes] } // prettier-ignore
  },
})

type Drawn = HolesValues & { allow: number }

/** How far a mouth stands out at its sides where it begins on something round. */
function proud(values: Drawn): string[] {
  const { radius } = values.on
  const wide = mouthAcross(values) / 2
  if (radius === undefined || wide === 0 || wide >= radius) return []
  const drop = radius - Math.sqrt(radius * radius - wide * wide)
  return [
    `On this round a head stands ${drop.toFixed(2)} mm out at its sides where it is flush in the middle; sunk by that it lies in it all round.`,
  ]
}

/** The holes at all their places: one and the same, but through the first wall only, which can be another for each. */
function holesAt(values: Drawn, places: readonly Spot[], context: StepContext): Solid[] {
  const { kernel, tolerance, id } = context
  const solids = values.parts.map((p) => p.solid)
  const frameOf = ({ at }: Spot) => compose(values.on.frame, atPlace(at))
  if (values.reach !== 'wall') {
    const end = values.reach === 'deep' ? -values.deep : Math.min(throughAll(solids, values.on.frame)[0], -1)
    const hole = holeTool(values, end, context)
    return places.map((place) => copied(kernel, hole, frameOf(place), place.name))
  }
  const names = { step: id, top: 'mouth', bottom: 'bottom', side: 'hole' }
  const shaft = circle([0, 0], holeAcross(values) / 2)
  return places.map((place) => {
    const frame = frameOf(place)
    const between = ([z0, z1]: Span) => kernel.place(kernel.extrude(shaft, z0, z1, { names, tolerance }), frame)
    const [end] = throughFirst(solids, { way: 'in', field: 'reach' }, frame, between, kernel)
    return copied(kernel, holeTool(values, end, context), frame, place.name)
  })
}
