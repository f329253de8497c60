import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import type { FieldValues } from '../../fields/kinds'
import { planeField } from '../../fields/plane'
import type { Solid } from '../../kernel/kernel'
import { offsetProfile } from '../../profile/offset'
import { difference } from '../../profile/combine'
import type { Profile } from '../../profile/segment'
import { expectOk, raise } from '../../result'
import { type Drawing, DRAWING } from '../drawn'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords, ROOT } from '../joining'
import { type StepContext, stepKind } from '../step-kind'
import { chosen, OUT, throughAll, throughFirst, upTo } from './extents'
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
  by: lengthField('The length', '5', 0.01, MOST),
  to: planeField('What it goes up to'),
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
    to: 'with `face`: a flat face of a part, or a plane, as in a drawing; `off` is measured out of the face, so that it ends short of it',
    way: '`out` of the plane, `in` (behind it), or `both`: half to each side',
    what: '`region`, or a `wall` of a thickness inside its edge',
    ...JOINING_NOTES,
  },
  sentence: [
    'Extrude', { field: 'drawing', after: ',' }, { field: 'what', after: ',' },
    { field: 'wall', when: ['what', 'wall'], after: ' thick,' }, { field: 'reach' },
    { field: 'by', when: ['reach', 'length'] }, { field: 'way', when: ['reach', 'length'], after: ',' },
    { field: 'to', when: ['reach', 'face'], after: ',' }, { field: 'way', when: ['reach', 'wall'], after: ',' },
    ...joiningWords,
  ], // prettier-ignore
  surfaces: {
    far: { called: 'end', moved: ['by', 'its length'], along: alongFar },
    near: { called: 'foot' },
    side: { called: 'side' },
  },
  start: startExtrude,
  offers: offerExtrude,
  example: [
    {
      kind: 'drawing',
      fields: { shapes: [{ id: 'plate', kind: 'rectangle', fields: { width: '40', height: '24' } }, { id: 'bore', kind: 'circle', fields: { across: '8', is: 'hole' } }] }, // prettier-ignore
    },
    { kind: 'extrude', fields: { by: '6' } },
  ],
  build: (values, context) => joinedOutput(toolOf(values, context), { ...values, name: 'Part' }, context),
})

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
  const between = ([z0, z1]: readonly [number, number]) =>
    kernel.place(kernel.extrude(profile, z0, z1, { names, tolerance }), data.plane.frame)
  switch (values.reach) {
    case 'length':
      return between(spanOf(values, data))
    case 'through':
      return between(throughAll(chosen(values), data.plane.frame))
    case 'wall':
      return between(throughFirst(values, data.plane.frame, between, kernel))
    case 'face':
      return upTo(values, data, between, context)
  }
}

function whatOf({ profile, open }: Drawing, { what, wall }: Values): Profile {
  if (profile.loops.length === 0)
    return raise('open', open.length > 0 ? 'Nothing in the drawing closes yet: its lines have open ends.' : 'There is nothing in the drawing yet that could be drawn out.', 'drawing') // prettier-ignore
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
