import { columnSolid, level, round } from '../../enclosures/column'
import { ENCLOSURE, type Enclosure, laidFlat, stood } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'
import { choiceField } from '../../fields/choice'
import { itemField } from '../../fields/item'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { compose, FLIPPED, invert, translation } from '../../geometry/placement'
import { boxOfPositions, type Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { chordsFor } from '../../profile/polygon'
import { circle } from '../../profile/shapes'
import { raise } from '../../result'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { offerThroughLid, startThroughLid } from '../through-lid'

const fields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.lid]),
  as: choiceField('What it does', 'press', { press: 'plunger', light: 'light pipe' }),
  item: itemField('Item', 'case'),
  across: lengthField('Diameter', '5', 1.5, 60),
  gap: lengthField('Gap round it, per side', 'fit.sliding', 0.05, 3, 'per-side'),
  proud: lengthField('How far it stands out', '1', -5, 30),
  play: lengthField('Play over the button', '0.2', 0, 5),
  flange: lengthField('Flange round its foot', '1.2', 0.4, 20),
  thick: lengthField('Thickness of the flange', '6*layer', 0.4, 10),
}
type Values = FieldValues<typeof fields>

const LOOKS = { press: { name: 'Plunger', color: '#c99a5b' }, light: { name: 'Light pipe', color: '#d9e3e6' } } as const

/** Room between the flange and the end of its guide, mm. */
const REST = 0.1
/** Shorter guides than this are left away: the roof alone guides it, mm. */
const LEAST_GUIDE = 0.4

/** A rod of its own in the lid, that presses a button on the board, or leads the light of a lamp out. */
export const plungerStep = stepKind({
  kind: 'plunger',
  title: 'Plunger for a button, or light pipe for a lamp',
  findBy: [
    'button',
    'press',
    'push',
    'key',
    'switch',
    'reset',
    'tactile',
    'actuator',
    'light',
    'led',
    'lamp',
    'pipe',
    'guide',
    'indicator',
  ],
  group: 'open',
  about:
    'A rod in a guide in the lid, held by its flange: a plunger that presses a button on the board, or a light pipe to be printed in clear filament; changes the lid.',
  fields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    as: '`press`, or `light`: the light of the item is led out',
    item: 'id of the button or the lamp',
    proud: 'over the top of the lid; less than 0 lies under it',
    play: 'between its foot and the item at rest',
    flange: 'how much wider it is than the rod, all round',
  },
  sentence: [
    'A', { field: 'as' }, 'over', { field: 'item', after: ',' }, 'Ø', { field: 'across', after: ',' }, { field: 'gap' }, 'clear per side, stands', { field: 'proud' }, 'out and has', { field: 'play' }, 'of play.',
    'Its flange', { field: 'flange' }, 'all round,', { field: 'thick', after: ' thick.' },
  ], // prettier-ignore
  printer: ['line'],
  surfaces: {
    plunger: { called: 'rod', moved: ['across', 'the diameter'], along: () => 2 },
    top: { called: 'top of the rod', moved: ['proud', 'how far it stands out'], along: () => 1 },
    flange: { called: 'flange', moved: ['flange', 'the flange'], along: () => 1 },
    foot: { called: 'foot of the rod', moved: ['play', 'the play'] },
    hole: { called: 'hole for the rod', moved: ['gap', 'the gap'] },
    post: { called: 'guide of the rod' },
  },
  start: startThroughLid,
  offers: (at) =>
    offerThroughLid(at, 'plunger', () => [
      ['press it through the lid', {}],
      [
        'lead its light through the lid',
        { as: 'light', across: '3', gap: 'fit.snug', proud: '0', play: '0.3', flange: '0.8' },
      ],
    ]),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'plunger', fields: { item: 'Buttons/Button up' } },
  ],
  build: buildPlunger,
})

function buildPlunger(v: Values, context: StepContext): StepOutput {
  const { kernel, id, printer } = context
  const e = v.case.data
  const { item } = v
  if (item.state === 'left-out') return { parts: [], rows: [], notes: [`${item.name} is left out, so it needs none.`] } // prettier-ignore
  const { min, max } = boxOfPositions(laidFlat(e.stand, item.positions))
  const at: Vec2 = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2]
  const foot = max[2] + v.play
  const shoulder = foot + v.thick
  const guide = e.roof - shoulder - REST
  if (guide < -1e-9) raise('no-room', `${item.name} ends ${(e.roof - max[2]).toFixed(2)} mm under the roof, and play and flange need ${(v.play + v.thick + REST).toFixed(2)} mm. ${(-guide).toFixed(2)} mm more clearance above, or a thinner flange, would do.`, 'thick') // prettier-ignore
  const tip = e.top + v.proud
  if (tip < e.roof + REST) raise('proud', `It would end under the roof; from ${(e.roof + REST - e.top).toFixed(1)} mm on it is seen.`, 'proud') // prettier-ignore
  const [shaft, bore] = [v.across / 2, v.across / 2 + v.gap]
  const plunger = turned([[shaft + v.flange, shoulder - foot, 'flange'], [shaft, tip - foot, 'plunger']], ['shoulder', 'top'], context) // prettier-ignore
  const place = (solid: Solid) => stood(e, kernel, kernel.place(solid, translation([...at, foot])))
  const tube = guide > LEAST_GUIDE ? guideTube(bore + 2 * printer.line, guide, at, e, context) : []
  const names = { step: id, top: 'mouth', bottom: 'mouth', side: 'hole' }
  const hole = kernel.extrude(circle(at, bore), e.roof - Math.max(guide, 0) - REST / 2, e.top + 1, { names, tolerance: context.tolerance }) // prettier-ignore
  const lid = kernel.subtract(kernel.union([v.case.parts.get(e.lid)!, ...tube]), [stood(e, kernel, hole)])
  return {
    parts: [
      { id: e.lid, solid: lid },
      { id, ...LOOKS[v.as], solid: place(plunger), print: invert(e.stand) },
    ],
    rows: [
      gapRow(id, 'guide', `${LOOKS[v.as].name} of ${item.name} in its guide`, v.gap, 'exact', { of: 'parts', parts: [id], surfaces: { step: id, role: 'plunger' } }, { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'hole' } }), // prettier-ignore
      gapRow(id, 'play', `${LOOKS[v.as].name} over ${item.name}`, v.play, 'exact', { of: 'whole', part: id }, { of: 'items', reference: e.reference, items: [item.id] }), // prettier-ignore
    ],
    notes:
      v.as === 'light' ? ['Printed in clear filament it leads the light; a smooth foot and top lead more of it.'] : [],
  }
}

const guideTube = (radius: number, long: number, at: Vec2, e: Enclosure, context: StepContext): Solid[] => {
  const column = columnSolid({ radius, height: long, foot: 0, top: [level([0, long], 'guide:end', 1)] }, { step: context.id, copy: [] }, context) // prettier-ignore
  const { kernel } = context
  return [stood(e, kernel, kernel.place(column, compose(translation([...at, e.roof]), FLIPPED)))]
}

/** A turned solid of steps, each a radius up to a height with the role of its side; `ends` are the roles of their tops. */
function turned(
  steps: readonly (readonly [radius: number, to: number, role: string])[],
  ends: readonly string[],
  { kernel, id, tolerance }: StepContext,
): Solid {
  const edges = [level([steps[0]![0], 0], 'foot', -1)]
  for (const [i, [radius, to, role]] of steps.entries())
    edges.push(round([radius, to], role, radius), level([steps[i + 1]?.[0] ?? 0, to], ends[i]!, 1))
  const chords = Math.max(24, chordsFor(steps[0]![0], 2 * Math.PI, tolerance))
  return kernel.turned([0, 0], edges, { step: id }, chords)
}
