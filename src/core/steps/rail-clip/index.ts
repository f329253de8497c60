import { gapRow } from '../../built/gap-row'
import { strainOf } from '../../enclosures/snap'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { partField } from '../../fields/part'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { throughHole } from '../../fit/screws'
import { compose, invert, type Placement, quarterTurn, translation, turnAbout } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { movedProfile } from '../../profile/moved'
import { circle } from '../../profile/shapes'
import { raise } from '../../result'
import { armsBear, type Bending, springNote } from '../bent-arms'
import { hexagon } from '../hole-shape'
import { offerOnFace } from '../picked'
import { nutFor, screwField } from '../screw-field'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { type Span, throughFirst } from '../through'
import { clipProfile, clipSizes, type ClipSizes, RAIL, railProfile, reachBehind } from './shape'

const fields = {
  part: partField('The part', 'change'),
  on: planeField('The face'),
  wide: lengthField('Width along the rail', '14', 8, 200),
  long: lengthField('Length of the arm', '11', 4, 60),
  thick: lengthField('Thickness of the arm', '3*line', 0.6, 10),
  overlap: lengthField('How far it reaches behind the rail', '0.5', 0.05, 3),
  lead: angleField('Slope that leads it on', '45', 20, 70),
  gap: lengthField('Gap beside the rail', 'fit.sliding', 0.05, 2, 'per-side'),
  play: lengthField('Play over its lips', 'fit.sliding', 0, 2),
  screw: screwField('Screws'),
  at: placeField('Its middle'),
  turn: angleField('The turn', '0', -360, 360),
}
type Values = FieldValues<typeof fields>

/** It is printed on its side, and its arm bends in its layers. */
const LYING: Bending = { called: 'arm behind the rail', breaks: 'breaks', closing: 'Clipping it on', share: 1, along: ' along its layers', long: (v) => v.long, by: 'overlap' } // prettier-ignore

/** Plastic over a nut, and room beside its flats, mm: it must not turn. */
const [OVER_NUT, BESIDE] = [2, 0.1]
/** What stands on the rail is at least so high over the plate, mm: screws end there. */
const LEAST_STAND = 1.5
/** How far off the middle its screws are, mm. */
const APART = 8

/** It is screwed to a face that is so long both ways, and one way, mm. */
const LEAST = [12, 26] as const

/** A part of its own that is screwed to a flat face and clips onto a 35 mm mounting rail. */
export const railClipStep = stepKind({
  kind: 'rail-clip',
  title: 'Clip it onto a mounting rail',
  findBy: ['rail', 'mounting rail', '35 mm', 'clip', 'cabinet', 'wall', 'hang', 'snap', 'electrics'],
  group: 'hold',
  about:
    'A part of its own, printed on its side, that two screws with nuts hold on a flat face: a rigid hook for one lip of a 35 mm rail (EN 60715), and an arm that gives way and catches behind the other. Its end is pulled to take it off.',
  fields,
  fieldNotes: {
    part: 'id of the part that gets the holes',
    on: 'as in a drawing; the rail runs along the plane’s up at a turn of 0',
    long: 'from the plate to the back of its catch; the rail is as far off',
    overlap: 'so far the arm bends as it is clipped on',
    lead: 'degrees between the slope and the way on',
    play: 'between the lips of the rail and what is behind them',
    turn: 'degrees',
  },
  sentence: [
    'Clip', { field: 'part' }, { field: 'on', before: 'by' }, 'onto a 35 mm rail by a clip', { field: 'wide', after: ' wide,' }, 'with an arm', { field: 'long', after: ' long' }, 'and', { field: 'thick', after: ' thick' },
    'that reaches', { field: 'overlap', after: ' behind it.' }, { field: 'lead', rare: true, before: 'Led on by', after: '.' }, { field: 'gap', before: 'It keeps', after: ' beside the rail' }, 'and', { field: 'play', after: ' over its lips;' },
    'two', { field: 'screw', after: ' screws hold it' }, { field: 'at', before: 'at', after: '.' }, { field: 'turn', rare: true, before: 'Turned by', after: '.' },
  ], // prettier-ignore
  facts: { strain: 'strain at the root of the arm as it is clipped on, %', off: 'from the face to the front of the rail, mm' }, // prettier-ignore
  printer: ['line', 'filament'],
  bought: true,
  surfaces: {
    clip: { called: 'rail clip' },
    side: { called: 'side of the rail clip', moved: ['wide', 'its width'] },
    thread: { called: 'screw hole' },
    nut: { called: 'recess for a nut' },
  },
  checks: [(at) => armsBear(at, 'arm', LYING)],
  offers: (at) => offerOnFace(at, 'rail-clip', 'clip it onto a mounting rail', undefined, LEAST),
  example: [
    { kind: 'solid', fields: { width: '60', depth: '30', height: '3' } },
    { kind: 'rail-clip', fields: { part: 'before1', on: { base: 'ground', off: '3' } } },
  ],
  build: buildClip,
})

function buildClip(v: Values, context: StepContext): StepOutput {
  const { kernel, id, printer } = context
  const nut = nutFor(v.screw)
  const sizes = clipSizes({ ...v, plate: nut[1] + OVER_NUT })
  // What stands on the rail has to reach it.
  if (sizes.front - sizes.plate < LEAST_STAND) raise('long', `An arm ${v.long.toFixed(1)} mm long ends before the rail; from ${(v.long + LEAST_STAND - sizes.front + sizes.plate).toFixed(1)} mm on it would do.`, 'long') // prettier-ignore
  const behind = reachBehind(sizes)
  if (behind > RAIL.deep - 0.3) raise('deep', `It would reach ${behind.toFixed(1)} mm behind the front of the rail, which is ${RAIL.deep} mm deep; less overlap or play, or a blunter slope, would do.`, 'overlap') // prettier-ignore
  const frame = compose(v.on.frame, compose(translation([...v.at, 0]), turnAbout([0, 0, 1], (v.turn * Math.PI) / 180)))
  const solid = clipSolid(v, sizes, nut, context)
  // Drawn in the plane in which its layers lie: across the rail, out of the face.
  const stands = compose(frame, UPRIGHT)
  const hole = (span: Span) => kernel.place(kernel.union(screwHoles(v, span, context)), frame)
  const span = throughFirst([v.part.solid], { way: 'in', field: 'on' }, frame, hole, kernel)
  const arm = { thick: v.thick, wide: v.wide, long: v.long, overlap: v.overlap, lead: v.lead }
  return {
    parts: [
      { id, name: 'Rail clip', solid: kernel.place(solid, stands), print: invert(stands) },
      { id: v.part.id, solid: kernel.subtract(v.part.solid, [hole(span)]) },
    ],
    facts: { strain: 100 * strainOf(arm), off: sizes.front },
    rows: rowsOf(v, sizes, stands, id),
    notes: [
      `2 screws ${v.screw} with nuts, ${(sizes.plate - nut[1]).toFixed(1)} to ${sizes.plate.toFixed(1)} mm longer than the wall is thick.`,
      `The front of the rail is ${sizes.front.toFixed(1)} mm off the face.`,
      springNote(arm, printer.filament, 'Its arm bends as it is clipped on', LYING),
    ],
  }
}

const UPRIGHT = quarterTurn('x', 1)
const holesAt: readonly Vec2[] = [[-APART, 0], [APART, 0]] // prettier-ignore

/** For its screws, where they are drawn on the face. */
const screwHoles = ({ screw }: Values, [from, to]: Span, { kernel, id, tolerance }: StepContext): Solid[] =>
  holesAt.map((at) => kernel.extrude(circle(at, throughHole(screw, 'medium') / 2), from, to, { names: { step: id, top: 'thread', bottom: 'thread', side: 'thread' }, tolerance })) // prettier-ignore

/** Where its outline is drawn in its plane and its width goes up, from half of it below. */
function clipSolid(v: Values, sizes: ClipSizes, [flats, high]: readonly [number, number], context: StepContext): Solid {
  const { kernel, id, tolerance } = context
  const body = kernel.extrude(clipProfile(sizes), -v.wide / 2, v.wide / 2, { names: { step: id, top: 'side', bottom: 'side', side: 'clip' }, tolerance }) // prettier-ignore
  const least = (flats + 2 * BESIDE) * 1.16 + 2
  if (v.wide < least) raise('wide', `Nuts for ${v.screw} are as wide as the clip; from ${least.toFixed(1)} mm on there is plastic beside them.`, 'wide') // prettier-ignore
  // Holes are drawn on the face, and turned to lie in the plane of the outline.
  const lying = invert(UPRIGHT)
  const nuts = holesAt.map((at) => {
    const nut = movedProfile(hexagon(flats + 2 * BESIDE, 0), ([x, y]) => [x + at[0], y + at[1]])
    return kernel.extrude(nut, sizes.plate - high, sizes.plate + 1, { names: { step: id, top: 'nut', bottom: 'nut', side: 'nut' }, tolerance }) // prettier-ignore
  })
  const tools = [...screwHoles(v, [-1, sizes.plate + 1], context), ...nuts]
  return kernel.subtract(body, tools.map((tool) => kernel.place(tool, lying))) // prettier-ignore
}

function rowsOf(v: Values, sizes: ClipSizes, stands: Placement, id: string): StepOutput['rows'] {
  const rail = { of: 'drawn', profile: railProfile(sizes), frame: stands, span: [-v.wide / 2 - 5, v.wide / 2 + 5] } as const // prettier-ignore
  const of = (segment: string) => ({ of: 'parts', parts: [id], surfaces: { step: id, role: 'clip', segment } }) as const
  return [
    gapRow(id, 'arm', 'Rail beside the arm of its clip', v.gap, 'exact', rail, of('arm')),
    gapRow(id, 'catch', 'Rail before the catch', v.play, 'exact', rail, of('catch')),
    gapRow(id, 'hook', 'Rail before the hook', v.play, 'exact', rail, of('hook')),
  ]
}
