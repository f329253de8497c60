import { CLOSURE } from '../../enclosures/closure'
import { roomFor } from '../../enclosures/beside'
import { ENCLOSURE, type Enclosure, stood } from '../../enclosures/enclosure'
import { outFrame, placesOnSides, sidesMeant } from '../../enclosures/wall-places'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { headAcross } from '../../fit/screws'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import { arc, line, type Profile } from '../../profile/segment'
import { raise } from '../../result'
import { isOnCase, offerOnCase, startOnCase } from '../cases'
import { holeAcross, type HoleShape, holeTool, mouthAcross, PLAIN_HOLE } from '../hole-shape'
import { ON_SIDES_NOTES, onSidesFields, onSidesWords } from '../on-sides'
import { screwField } from '../screw-field'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base]),
  ...onSidesFields,
  screw: screwField('The screw'),
  head: choiceField('Its hole', 'plain', { plain: 'plain', sunk: 'countersunk' }),
  thick: lengthField('Thickness', '3', 0.8, 50),
  round: lengthField('Room round the head', '2', 0, 20),
}
type Values = FieldValues<typeof fields>

/** Ears stand so deep in the wall, mm. */
const ROOT = 0.2
/** Between an ear and what stands out of the case over it, and what is left of the ear there at least, mm. */
const [UNDER, LEAST_EAR] = [0.4, 0.8]

/** Ears at the foot of a case, by which it is screwed to a wall. */
export const earsStep = stepKind({
  kind: 'ears',
  title: 'Ears to screw a case to a wall',
  findBy: ['ear', 'tab', 'flange', 'mount', 'wall', 'screw', 'bracket', 'hang', 'fasten'],
  group: 'hold',
  about: 'Flat ears with a screw hole at the foot of a case; changes the base.',
  fields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    ...ON_SIDES_NOTES,
    screw: 'its through hole, medium (ISO 273)',
    round: 'between the head and the edge of the ear',
  },
  sentence: [
    'Ears at', ...onSidesWords, { field: 'thick', after: ' thick,' }, 'for', { field: 'screw', after: ',' },
    'their holes', { field: 'head', after: '.' }, { field: 'round', rare: true, before: 'Round the head', after: '.' },
  ], // prettier-ignore
  surfaces: {
    ear: { called: 'ear', moved: ['round', 'the room round the head'], along: () => 1 },
    'ear:top': { called: 'top of an ear', moved: ['thick', 'the thickness'], along: () => 1 },
    hole: { called: 'hole for a screw' },
    sink: { called: 'countersink' },
  },
  start: startOnCase,
  offers: (at) =>
    offerOnCase(at, 'ears', { words: 'ears to screw it to a wall', goal: 'hang' }, (step) => {
      // Not where something that holds the lid hangs down already.
      const holding = at.document.steps.filter((s) => isOnCase(s, step) && at.left.some((l) => l.step === s.id && l.token === CLOSURE.name)) // prettier-ignore
      const taken = holding.flatMap((s) => sidesMeant(String(s.fields.sides)))
      const free = (sides: 'ends' | 'long') => !sidesMeant(sides).some((s) => taken.includes(s))
      return { case: step, ...(!free('ends') && free('long') ? { sides: 'long' } : {}) }
    }),
  example: [
    { kind: 'case', fields: {} },
    { kind: 'ears', fields: { screw: 'M4' } },
  ],
  build: buildEars,
})

function buildEars(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance } = context
  const e = v.case.data
  const shape: HoleShape = { ...PLAIN_HOLE, for: 'clear', screw: v.screw, head: v.head }
  const head = Math.max(headAcross(v.screw), v.head === 'sunk' ? mouthAcross(shape) : 0, holeAcross(shape))
  const radius = head / 2 + v.round
  const places = placesOnSides(e, v, 2 * radius)
  // Its hole stands so far off the wall that the head and its room go beside it.
  const ear = kernel.extrude(earOutline(radius), e.bottom, e.bottom + v.thick, { names: { step: id, top: 'ear:top', bottom: 'ear:under', side: 'ear' }, tolerance }) // prettier-ignore
  const hole = holeTool(shape, -v.thick - 1, context)
  const at = (solid: Solid, out: number, up: number) =>
    places.map((place) => stood(e, kernel, copied(kernel, solid, outFrame(place, out, up), place.name)))
  const ears = underItems(kernel.union(at(ear, 0, 0)), v.thick, e, context)
  const base = kernel.union([v.case.parts.get(e.base)!, ears])
  const solid = kernel.subtract(base, at(hole, radius, e.bottom + v.thick))
  return { parts: [{ id: e.base, solid }], rows: [], notes: [`${places.length} holes of Ø ${holeAcross(shape).toFixed(1)} mm for ${v.screw}.`] } // prettier-ignore
}

/** Ears let in under what stands out of the case over them. Errors: no-room (too little of an ear would be left) */
function underItems(ears: Solid, thick: number, e: Enclosure, context: StepContext): Solid {
  const { kernel, id } = context
  const low = e.items.filter((item) => item.box.min[2] - UNDER < e.bottom + thick)
  const rooms = low.flatMap((item) =>
    roomFor([item], [e.bottom, e.bottom + thick], UNDER, id, context)
      .map((room) => stood(e, kernel, room))
      .filter((room) => kernel.intersect(ears, room).volume() > 1e-6)
      .map((room) => ({ item, room })),
  )
  const lowest = rooms.find(({ item }) => item.box.min[2] - UNDER - e.bottom < LEAST_EAR)
  if (lowest) raise('no-room', `${lowest.item.name} stands out of the case so low that less than ${LEAST_EAR.toFixed(1)} mm of an ear would be left under it; ears at other sides, or fewer of them, would do.`, 'sides') // prettier-ignore
  return kernel.subtract(ears, rooms.map(({ room }) => room)) // prettier-ignore
}

/** From the wall out: straight, and round about the hole. */
function earOutline(radius: number): Profile {
  return {
    loops: [
      [
        line([-ROOT, -radius], [radius, -radius], 'right'),
        arc([radius, -radius], [radius, radius], [radius, 0], true, 'round'),
        line([radius, radius], [-ROOT, radius], 'left'),
        line([-ROOT, radius], [-ROOT, -radius], 'in'),
      ],
    ],
  }
}
