import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { partField } from '../../fields/part'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import type { Solid } from '../../kernel/kernel'
import { boundsOf } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import type { Profile } from '../../profile/segment'
import { circle, rectangle } from '../../profile/shapes'
import { expectOk, raise } from '../../result'
import { joinedOutput } from '../joining'
import { offerOnFace } from '../picked'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { OUT, type Span, throughFirst } from '../through'

/** Clearance holes of cable glands by their metric thread, mm: half a millimetre over it. Source: EN 62444, as makers of glands say it. */
const GLANDS = { M12: 12.5, M16: 16.5, M20: 20.5, M25: 25.5 } as const

const fields = {
  part: partField('The part', 'change'),
  on: planeField('The face'),
  shape: choiceField('Its shape', 'rect', {
    rect: 'A rectangle',
    round: 'A round one',
    gland: 'A hole for a cable gland',
  }),
  wide: lengthField('Width', '12', 0.2, 1000),
  high: lengthField('Height', '6', 0.2, 1000),
  corner: lengthField('Corner radius', '1', 0, 500),
  across: lengthField('Diameter', '6', 0.2, 1000),
  gland: choiceField('The gland', 'M12', { M12: 'M12', M16: 'M16', M20: 'M20', M25: 'M25' }),
  at: placeField('Its middle'),
  bevel: lengthField('Bevel outside', '0', 0, 50),
  recess: lengthField('Recess round it', '0', 0, 100),
  deep: lengthField('Depth of the recess', '0.8', 0.1, 100),
}
type Values = FieldValues<typeof fields>

/** What a recess leaves of a wall, at least, mm. */
const LEAST_LEFT = 0.4

/** An opening by typed sizes, through the wall behind a face and no farther. */
export const cutoutStep = stepKind({
  kind: 'cutout',
  title: 'Cut an opening by its sizes',
  findBy: ['opening', 'cutout', 'window', 'hole', 'slot', 'gland', 'cable', 'wire', 'connector', 'panel', 'switch', 'rectangle', 'jack'], // prettier-ignore
  group: 'open',
  about: 'A rectangle, a round opening or a hole for a cable gland, typed from the middle or a corner of a face; goes through the wall behind it alone.', // prettier-ignore
  fields,
  fieldNotes: {
    part: 'id of the part',
    on: 'as in a drawing; sizes are told from its datum',
    shape: '`rect` (`wide`, `high`, `corner`), `round` (`across`) or `gland` (`gland`: 0.5 mm over its thread)',
    bevel: 'at 45 degrees',
    recess: 'how much wider the wall is let in round it, for a plug or a flange; 0 for none',
  },
  sentence: [
    { field: 'shape' }, { field: 'wide', when: ['shape', 'rect'], before: 'of' }, { field: 'high', when: ['shape', 'rect'], before: 'by' }, { field: 'corner', when: ['shape', 'rect'], before: 'with corners of' },
    { field: 'across', when: ['shape', 'round'], before: 'of Ø' }, { field: 'gland', when: ['shape', 'gland'] },
    { field: 'on', before: 'through' }, { field: 'part', before: 'of', after: ',' }, { field: 'at', before: 'its middle at', after: '.' }, { field: 'bevel', rare: true, before: 'Bevel outside', after: '.' },
    { field: 'recess', rare: true, before: 'Round it a recess of' }, { field: 'deep', rare: true, before: 'let in by', after: '.' },
  ], // prettier-ignore
  surfaces: {
    opening: { called: 'opening' },
    bevel: { called: 'bevel', moved: ['bevel', 'the bevel'] },
    recess: { called: 'recess', moved: ['recess', 'the recess'], along: () => -1 },
    seat: { called: 'seat of the recess', moved: ['deep', 'the depth of the recess'], along: () => -1 },
  },
  offers: (at) => offerOnFace(at, 'cutout', 'cut an opening by its sizes'),
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'cutout', fields: { part: 'before1', on: { base: 'ground', off: '20' }, wide: '6', high: '4' } },
  ],
  build: buildCutout,
})

function buildCutout(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const outline = outlineOf(v)
  const between = ([z0, z1]: Span) => kernel.place(kernel.extrude(outline, z0, z1, { names: { step: id, top: 'mouth', bottom: 'mouth', side: 'opening' }, tolerance }), v.on.frame) // prettier-ignore
  const [end, begin] = throughFirst([v.part.solid], { way: 'in', field: 'on' }, v.on.frame, between, kernel)
  if (v.bevel >= -end) raise('bevel', `A bevel of ${v.bevel.toFixed(2)} mm is as deep as the wall; less would do.`, 'bevel') // prettier-ignore
  const tools: Solid[] = [between([end, begin])]
  if (v.bevel > 0) {
    const [lower, upper] = [outline, expectOk(offsetProfile(outline, v.bevel + OUT))].map((p) => p.loops[0]!)
    const names = { step: id, top: 'mouth', bottom: 'mouth', side: 'bevel' }
    // Corners without a radius get one as they grow; both ends of the bevel have the same run then.
    if (lower!.length === upper!.length)
      tools.push(kernel.place(kernel.taper(lower!, upper!, -v.bevel, OUT, { names, tolerance }), v.on.frame)) // prettier-ignore
    else raise('corner', 'A bevel needs corners with a radius; 0.2 mm would do.', 'corner')
  }
  if (v.recess > 0) {
    const wall = wallBehind(v, outline, context)
    if (v.deep > wall - LEAST_LEFT) raise('deep', `A recess ${v.deep.toFixed(2)} mm deep leaves ${Math.max(0, wall - v.deep).toFixed(2)} mm of this wall; up to ${Math.max(0, wall - LEAST_LEFT).toFixed(2)} mm would do.`, 'deep') // prettier-ignore
    const names = { step: id, top: 'mouth', bottom: 'seat', side: 'recess' }
    tools.push(kernel.place(kernel.extrude(expectOk(offsetProfile(outline, v.recess)), -v.deep, OUT, { names, tolerance }), v.on.frame)) // prettier-ignore
  }
  return joinedOutput(kernel.union(tools), { how: 'take', parts: [v.part], name: '' }, context)
}

function outlineOf({ shape, wide, high, corner, across, gland, at: [x, y] }: Values): Profile {
  if (shape !== 'rect') return circle([x, y], (shape === 'round' ? across : GLANDS[gland]) / 2)
  const least = Math.min(wide, high) / 2
  if (corner > least - 1e-6) raise('corner', `Corners of ${corner.toFixed(2)} mm do not go into ${wide.toFixed(2)} by ${high.toFixed(2)} mm; up to ${(least - 0.01).toFixed(2)} mm would do, or a round opening.`, 'corner') // prettier-ignore
  const core = rectangle(x - wide / 2 + corner, y - high / 2 + corner, x + wide / 2 - corner, y + high / 2 - corner)
  return corner > 0 ? expectOk(offsetProfile(core, corner)) : core
}

/** How thick the wall is round the opening, mm: of a frame about it as wide as its recess. */
function wallBehind(v: Values, outline: Profile, { kernel, id, tolerance }: StepContext): number {
  const [x0, , x1, y1] = boundsOf(outline)
  const spot = rectangle((x0 + x1) / 2 - 0.01, y1 + v.recess / 2 - 0.01, (x0 + x1) / 2 + 0.01, y1 + v.recess / 2 + 0.01)
  const between = ([z0, z1]: Span) => kernel.place(kernel.extrude(spot, z0, z1, { names: { step: id, top: 'mouth', bottom: 'mouth', side: 'opening' }, tolerance }), v.on.frame) // prettier-ignore
  const span = throughFirst([v.part.solid], { way: 'in', field: 'recess' }, v.on.frame, between, kernel)
  const area = 0.02 * 0.02
  return kernel.intersect(v.part.solid, between([span[0], 0])).volume() / area
}
