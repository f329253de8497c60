import { mirroredFaces, mirroredPlane } from '../../alter/mirrored'
import { facesInPlane, leantFaces, levelWith, offsetFaces } from '../../alter/by-what'
import { withFaces } from '../../alter/move-faces'
import type { NewFace } from '../../alter/plan'
import { facesToPoint } from '../../alter/to-point'
import { type Pointable, straightRun } from '../../faces/resolve'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { otherFacesField } from '../../fields/other-faces'
import { edgesField, facesField, partField, type PartValue } from '../../fields/part'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { apply, mirrorAt, type Placement } from '../../geometry/placement'
import { placeAt } from '../../geometry/vec'
import { raise } from '../../result'
import { asFar, GONE_NOTE, goneField, passNotes, someFaces } from '../by-hand'
import { stepKind } from '../step-kind'
import { offerMoveFaces } from './offers'

const fields = {
  part: partField('The part', 'change'),
  faces: facesField('The faces', 'part'),
  also: choiceField('Which else', 'these', { these: 'alone', level: 'and all in one plane with them', mirrored: 'and those that mirror them in' }), // prettier-ignore
  mirror: planeField('The plane that mirrors them'),
  others: otherFacesField('Faces of other parts'),
  how: choiceField('How they move', 'by', { by: 'by', to: 'to', lean: 'leant about', point: 'leant to meet at' }),
  by: lengthField('How far, out of the material', '1', -1000, 1000),
  to: planeField('What they come to'),
  about: edgesField('The edge', 'part'),
  angle: angleField('How far they lean, out of the material', '5', -80, 80),
  tip: placeField('The point'),
  gone: goneField(),
}
type Values = FieldValues<typeof fields>

/** Faces of a part moved or leant, however the part was made. */
export const moveFacesStep = stepKind({
  kind: 'move-faces',
  title: 'Move or lean faces',
  findBy: ['push', 'pull', 'offset', 'face', 'longer', 'shorter', 'thicker', 'thinner', 'tilt', 'draft', 'taper', 'pyramid', 'meet at a point', 'extend', 'edit a mesh'], // prettier-ignore
  group: 'alter',
  about:
    'Moves faces of a part, however it was made: the faces beside them are drawn out or cut back, and rounds go along.',
  fields,
  fieldNotes: {
    part: 'id of the part',
    faces: 'kept faces of it',
    also: '`these` alone, or with all that lie in one plane with them (`level`), or with those that are their mirror images (`mirrored`)',
    mirror: 'with `mirrored`: the plane between them',
    others: 'faces of other parts that move in the same way, each with its part; `also` is about the first part alone',
    how: '`by` a length along the way each looks (of what is round the radius changes); `to` a plane (flat faces come to lie in it); `lean` by `angle` about a straight edge; `point`: each turned about the edge of it that is farthest from the point, until it goes through that',
    by: 'more than 0 out of the material',
    to: 'with `to` and `point`: as in a drawing; with `to` its distance is what is kept to it',
    tip: 'with `point`: on that plane, from its datum',
    about: 'with `lean`: one kept edge of the part',
    angle: 'with `lean`: degrees, more than 0 out of the material',
    gone: GONE_NOTE,
  },
  sentence: [
    'Move', { field: 'faces' }, { field: 'part', before: 'of', after: ',' }, { field: 'also', after: ',' }, { field: 'mirror', when: ['also', 'mirrored'], after: ',' }, { field: 'others', rare: true, before: 'with', after: ',' }, { field: 'how' },
    { field: 'by', when: ['how', 'by'], after: '.' }, { field: 'to', when: ['how', 'to'], after: '.' }, { field: 'tip', when: ['how', 'point'], after: ' on' }, { field: 'to', when: ['how', 'point'], after: '.' },
    { field: 'about', when: ['how', 'lean'] }, { field: 'angle', when: ['how', 'lean'], before: 'by', after: '.' },
    { field: 'gone', rare: true, after: '.' },
  ], // prettier-ignore
  handle: { at: 'faces', field: 'by', called: 'how far it moves', when: ['how', 'by'], along: 1 },
  offers: offerMoveFaces,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'move-faces', fields: { part: 'before1', faces: [{ name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }], by: '2.5' } }, // prettier-ignore
  ],
  build: (values, { kernel }) => {
    const { also, how, by, angle, gone } = values
    const picked = someFaces(values.faces).map((f) => f.region)
    const groups = groupsOf(values, picked)
    const attempt = (share: number) =>
      groups.map(({ whole, on, moves }) =>
        withFaces(kernel, whole.solid, on, moves(share), { part: whole.id, given: gone === 'go' }),
      )
    const figure = { by: { field: 'by', value: by, unit: 'mm' }, to: { field: 'to', value: 0, unit: 'share' }, point: { field: 'to', value: 0, unit: 'share' }, lean: { field: 'angle', value: angle, unit: '°' } } as const // prettier-ignore
    const still = (how === 'by' && by === 0) || (how === 'lean' && angle === 0)
    const made = still ? [] : asFar(kernel, attempt, figure[how])
    const level = also === 'level' ? groups[0]!.count : 0
    return {
      parts: groups.map(({ whole }, i) => ({ id: whole.id, solid: made[i]?.solid ?? whole.solid })),
      rows: [],
      notes: [
        ...(level > picked.length ? [`${level} faces lie in that plane.`] : []),
        ...passNotes({ passes: made.some((m) => m.passes) }),
        ...(still ? ['Nothing moves.'] : []),
      ],
    }
  },
})

/** The faces of one part that move, and what they are a share of the way. */
interface Group {
  whole: PartValue
  on: Pointable
  count: number
  moves: (share: number) => Map<number, NewFace>
}

function groupsOf(values: Values, picked: readonly number[]): Group[] {
  const { part, also, mirror, others } = values
  const on = part.pointable()
  const own = also === 'level' ? levelWith(on, picked) : picked
  const images = also === 'mirrored' ? mirroredFaces(on, picked, mirror.frame).filter((r) => !picked.includes(r)) : []
  const groups: Group[] = [
    {
      whole: part,
      on,
      count: own.length,
      moves: (share) => new Map([...newFaces(values, on, own, share), ...newFaces(values, on, images, share, mirror.frame)]), // prettier-ignore
    },
  ]
  for (const id of new Set(others.map((f) => f.part))) {
    const [first, ...more] = others.filter((f) => f.part === id)
    if (id === part.id) return raise('own', `${part.name} is the part itself: its faces stand before.`, 'others')
    const regions = [first!, ...more].map((f) => f.region)
    groups.push({ whole: first!.whole, on: first!.on, count: regions.length, moves: (share) => newFaces(values, first!.on, regions, share) }) // prettier-ignore
  }
  return groups
}

/** @param mirror what they do is mirrored in it */
function newFaces(
  values: Values,
  on: Pointable,
  regions: readonly number[],
  share: number,
  mirror?: Placement,
): Map<number, NewFace> {
  const { how, by, to, tip, angle } = values
  if (regions.length === 0) return new Map()
  if (how === 'by') return offsetFaces(on, regions, share * by)
  if (how === 'to') return facesInPlane(on, regions, mirror ? mirroredPlane(to.frame, mirror) : to.frame, share)
  const there = mirror && mirrorAt(mirror)
  if (how === 'point') {
    const point = apply(to.frame, [tip[0], tip[1], 0])
    return facesToPoint(on, regions, there ? apply(there, point) : point, share)
  }
  const line = lineOf(values)
  return leantFaces(on, regions, there ? { from: apply(there, line.from), to: apply(there, line.to) } : line, (share * angle * Math.PI) / 180) // prettier-ignore
}

/** Errors: no-edge, not-straight */
function lineOf({ about, part }: Values) {
  const [edge, more] = about
  if (!edge || more) return raise('no-edge', 'Pick the one edge that they lean about.', 'about')
  const on = part.pointable()
  const border = on.topology.borders[edge.borders[0]!]!
  const run = straightRun(on, edge.borders, placeAt(on.mesh.positions, border.vertices[0]!))
  return run ?? raise('not-straight', 'Faces lean about a straight edge; pick another one.', 'about')
}
