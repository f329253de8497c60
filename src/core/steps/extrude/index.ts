import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import type { FieldValues } from '../../fields/kinds'
import { apply, invert } from '../../geometry/placement'
import type { Solid } from '../../kernel/kernel'
import { offsetProfile } from '../../profile/offset'
import { difference } from '../../profile/combine'
import type { Profile } from '../../profile/segment'
import { expectOk, raise } from '../../result'
import { type Drawing, DRAWING } from '../drawn'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords } from '../joining'
import { type StepContext, stepKind } from '../step-kind'
import { offerExtrude, startExtrude } from './offers'

const MOST = 10_000
/** A cut stands out so far beyond the face it opens, mm. */
const OUT = 0.5
/** What is added to a face stands so deep in it that the two are one, mm. */
const ROOT = 0.001

const fields = {
  drawing: publicationField('The drawing', DRAWING, () => []),
  reach: choiceField('How far', 'length', { length: 'by', through: 'through all of it' }),
  by: lengthField('The length', '5', 0.01, MOST),
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
    reach: '`length`, or `through` all of the parts it is taken from',
    way: '`out` of the plane, `in` (behind it), or `both`: half to each side',
    what: '`region`, or a `wall` of a thickness inside its edge',
    ...JOINING_NOTES,
  },
  sentence: [
    'Extrude', { field: 'drawing', after: ',' }, { field: 'what', after: ',' },
    { field: 'wall', when: ['what', 'wall'], after: ' thick,' }, { field: 'reach' },
    { field: 'by', when: ['reach', 'length'] }, { field: 'way', when: ['reach', 'length'], after: ',' },
    ...joiningWords,
  ], // prettier-ignore
  surfaces: {
    far: { called: 'end', moved: ['by', 'its length'] },
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

type Values = FieldValues<typeof fields>

function toolOf(values: Values, context: StepContext): Solid {
  const { data } = values.drawing
  const profile = whatOf(data, values)
  const [z0, z1] = spanOf(values, data)
  const { kernel, id, tolerance } = context
  const names = { step: id, top: 'far', bottom: 'near', side: 'side' }
  return kernel.place(kernel.extrude(profile, z0, z1, { names, tolerance }), data.plane.frame)
}

function whatOf({ profile, open }: Drawing, { what, wall }: Values): Profile {
  if (profile.loops.length === 0)
    return raise('open', open.length > 0 ? 'Nothing in the drawing closes yet: its lines have open ends.' : 'There is nothing in the drawing yet that could be drawn out.', 'drawing') // prettier-ignore
  if (what === 'region') return profile
  const inner = expectOk(offsetProfile(profile, -wall))
  return inner.loops.length === 0 ? raise('wall', `A wall of ${wall.toFixed(2)} mm fills all of it; take all of it, or a thinner wall.`, 'wall') : expectOk(difference(profile, inner)) // prettier-ignore
}

/** From where to where along the plane's normal. Cuts stand out of the plane they begin on. */
function spanOf({ reach, by, way, how, parts }: Values, { plane }: Drawing): [number, number] {
  if (reach === 'through') {
    if (how === 'own' || parts.length === 0)
      return raise('reach', 'Through all of what? Choose the part that it is taken from, or say a length.', 'reach')
    return throughAll(parts.map((p) => p.solid), plane.frame) // prettier-ignore
  }
  if (way === 'both') return [-by / 2, by / 2]
  const onFace = parts.some((p) => p.id === plane.part)
  return way === 'out' ? [how === 'add' && onFace ? -ROOT : 0, by] : [-by, how === 'take' ? OUT : 0]
}

function throughAll(solids: readonly Solid[], frame: readonly number[]): [number, number] {
  const back = invert(frame)
  const heights = solids.flatMap((s) => {
    const { min, max } = s.bounds()
    return [0, 1, 2, 3, 4, 5, 6, 7].map((k) => apply(back, [k & 1 ? max[0] : min[0], k & 2 ? max[1] : min[1], k & 4 ? max[2] : min[2]])[2]) // prettier-ignore
  })
  return [Math.min(...heights) - OUT, Math.max(...heights) + OUT]
}
