import { choiceField } from '../../fields/choice'
import { angleField } from '../../fields/number'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import type { FieldValues } from '../../fields/kinds'
import { placesField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import type { Solid } from '../../kernel/kernel'
import type { ExtrusionNames } from '../../kernel/mesh-builder'
import { offsetProfile } from '../../profile/offset'
import { difference } from '../../profile/combine'
import type { Profile } from '../../profile/segment'
import { piecesOf } from '../../profile/united'
import { expectOk, raise } from '../../result'
import { type Drawing, DRAWING } from '../drawn'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords, ROOT, wayFollows } from '../joining'
import { type StepContext, stepKind } from '../step-kind'
import { OUT, throughAll, throughFirst } from '../through'
import { leaning } from './leaning'
import { parallelPlane, regionsAt } from './which'
import { chosen, upTo } from './extents'
import { offerExtrude, startExtrude } from './offers'

const MOST = 10_000
const fields = {
  drawing: publicationField('The drawing', DRAWING, () => []),
  reach: choiceField('How far', 'length', {
    length: 'by',
    face: 'up to',
    through: 'through all of it',
    wall: 'through the first wall only',
  }),
  begins: choiceField('Where it begins', 'here', { here: 'from its plane', face: 'from' }),
  from: planeField('What it begins at'),
  only: placesField('Which regions', 0),
  by: lengthField('The length', '5', 0.01, MOST),
  to: planeField('What it goes up to'),
  draft: angleField('How far its sides lean inwards', '0', -60, 60),
  way: choiceField('The direction', 'out', { out: 'outwards', in: 'inwards', both: 'half to each side' }),
  what: choiceField('What of the drawing', 'region', { region: 'all of it', wall: 'a wall inside its edge' }),
  wall: lengthField('The thickness of the wall', '2', 0.01, MOST),
  ...joiningFields,
}

export const extrudeStep = stepKind({
  kind: 'extrude',
  title: 'Extrude a drawing',
  findBy: ['pull up', 'thick', 'height', 'solid', 'plate', 'cut', 'hole', 'pocket', 'sink', 'raise'],
  group: 'make',
  about: 'Draws out a drawing to a solid: a part of its own, or something added to or taken from parts.',
  fields,
  fieldNotes: {
    drawing: 'id of a drawing step before; empty: the nearest',
    reach: '`length`; up to a `face`; `through` all of the parts it is taken from; or through their first `wall` only',
    begins: 'on the plane of the drawing (`here`), or on another flat `face` parallel to it',
    from: 'with `face`: where it begins, as `to`',
    only: 'places on the drawing in the regions that are meant; none: all of them',
    to: 'with `face`: a flat face of a part, or a plane, as in a drawing; `off` is measured out of the face, so that it ends short of it',
    draft:
      'degrees; what is drawn is as wide as drawn on its plane and narrower the farther from it; with `length` only',
    way: '`out` of the plane, `in` (behind it), or `both`: half to each side',
    what: '`region`, or a `wall` of a thickness inside its edge',
    ...JOINING_NOTES,
  },
  sentence: [
    'Extrude', { field: 'drawing', after: ',' }, { field: 'only', given: true, before: 'only what lies at', after: ',' }, { field: 'what', rare: true, after: ',' },
    { field: 'wall', when: ['what', 'wall'], after: ' thick,' }, { field: 'begins', rare: true },
    { field: 'from', when: ['begins', 'face'], after: ',' }, { field: 'reach' },
    { field: 'by', when: ['reach', 'length'] }, { field: 'way', when: ['reach', 'length'], after: ',' },
    { field: 'draft', rare: true, when: ['reach', 'length'], before: 'its sides leaning in', after: ',' },
    { field: 'to', when: ['reach', 'face'], after: ',' }, { field: 'way', when: ['reach', 'wall'], after: ',' },
    ...joiningWords,
  ], // prettier-ignore
  surfaces: {
    far: { called: 'end', moved: ['by', 'its length'], along: alongFar },
    near: { called: 'foot' },
    side: { called: 'side' },
  },
  start: startExtrude,
  follows: (fields, said, { steps }) => wayFollows(fields, said, steps.find((s) => s.id === fields.drawing)?.fields.on),
  offers: offerExtrude,
  example: [
    {
      kind: 'drawing',
      fields: { shapes: [{ id: 'plate', kind: 'rectangle', fields: { width: '40', height: '24' } }, { id: 'bore', kind: 'circle', fields: { across: '8', is: 'hole' } }] }, // prettier-ignore
    },
    { kind: 'extrude', fields: { by: '6' } },
  ],
  build: (values, context) => {
    const tool = toolOf(values, context)
    const output = joinedOutput(tool, { ...values, name: 'Part' }, context)
    return { ...output, notes: [...output.notes, ...tooDeep(tool, values, context)] }
  },
})

/** Drawings of more regions than this are not looked at for walls behind walls. */
const MANY = 24

/** A cut by a length that takes material in more places than it has regions: walls one behind the other, often unmeant. */
function tooDeep(tool: Solid, { how, reach, parts, drawing }: Values, { kernel }: StepContext): string[] {
  const regions = piecesOf(drawing.data.profile).length
  if (how !== 'take' || reach !== 'length' || regions > MANY) return []
  return parts.flatMap((part) => {
    const places = kernel.bodies(kernel.intersect(part.solid, tool)).length
    return places > regions ? [`It cuts ${part.name} in ${places} places; “through the first wall only” would stop at the first.`] : [] // prettier-ignore
  })
}

/** The end of a cut looks the other way; half of what goes to both sides is at each. */
function alongFar({ reach, how, way }: Readonly<Record<string, unknown>>): number {
  if (reach !== 'length') return 0
  return (how === 'take' ? -1 : 1) * (way === 'both' ? 2 : 1)
}

export type Values = FieldValues<typeof fields>

function toolOf(values: Values, context: StepContext): Solid {
  const { data } = values.drawing
  const profile = whatOf(data, values)
  const { kernel, id, tolerance } = context
  const inwards = values.way === 'in' && values.reach !== 'through' && values.reach !== 'face'
  const [top, bottom] = inwards ? ['near', 'far'] : ['far', 'near']
  const names = { step: id, top, bottom, side: 'side' }
  const plane = values.begins === 'face' ? parallelPlane(data.plane, values.from) : data.plane
  const begun = { ...data, profile, plane }
  const between = ([z0, z1]: readonly [number, number]) =>
    kernel.place(kernel.extrude(profile, z0, z1, { names, tolerance }), plane.frame)
  switch (values.reach) {
    case 'length':
      return values.draft === 0 ? between(spanOf(values, begun)) : leaningTool(values, begun, names, context)
    case 'through':
      return between(throughAll(chosen(values), plane.frame))
    case 'wall':
      return between(throughFirst(chosen(values), { way: values.way, field: 'way' }, plane.frame, between, kernel))
    case 'face':
      return upTo(values, begun, between, context)
  }
}

/** Sides lean from the plane of the drawing on, to both sides of it. */
function leaningTool(values: Values, begun: Drawing, names: ExtrusionNames, { kernel, tolerance }: StepContext): Solid {
  const { profile, plane } = begun
  const span = spanOf(values, begun)
  const spans = values.way === 'both' ? ([[span[0], 0], [0, span[1]]] as const) : [span] // prettier-ignore
  const halves = spans.map((s) => leaning(kernel, profile, s, { draft: values.draft, names, tolerance }))
  return kernel.place(halves.length > 1 ? kernel.union(halves) : halves[0]!, plane.frame)
}

function whatOf({ profile: all, areas, open }: Drawing, { what, wall, only }: Values): Profile {
  if (all.loops.length === 0)
    return raise('open', open.length > 0 ? 'Nothing in the drawing closes yet: its lines have open ends.' : 'There is nothing in the drawing yet that could be drawn out.', 'drawing') // prettier-ignore
  const profile = only.length === 0 ? all : regionsAt({ profile: all, areas }, only)
  if (what === 'region') return profile
  const inner = expectOk(offsetProfile(profile, -wall))
  return inner.loops.length === 0 ? raise('wall', `A wall of ${wall.toFixed(2)} mm fills all of it; take all of it, or a thinner wall.`, 'wall') : expectOk(difference(profile, inner)) // prettier-ignore
}

/** From where to where along the plane's normal. Cuts stand out of the plane they begin on. */
function spanOf({ by, way, how, parts }: Values, { plane }: Drawing): [number, number] {
  if (way === 'both') return [-by / 2, by / 2]
  return way === 'out' ? [rootOf(how, parts, plane), by] : [-by, how === 'take' ? OUT : 0]
}

const rootOf = (how: Values['how'], parts: Values['parts'], plane: Drawing['plane']): number =>
  how === 'add' && parts.some((p) => p.id === plane.part) ? -ROOT : 0
