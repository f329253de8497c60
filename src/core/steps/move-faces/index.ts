import { facesInPlane, leantFaces, levelWith, offsetFaces } from '../../alter/by-what'
import { withFaces } from '../../alter/move-faces'
import type { NewFace } from '../../alter/plan'
import { type Pointable, straightRun } from '../../faces/resolve'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { edgesField, facesField, partField } from '../../fields/part'
import { planeField } from '../../fields/plane'
import { placeAt } from '../../geometry/vec'
import { raise } from '../../result'
import { asFar, passNotes, someFaces } from '../by-hand'
import { stepKind } from '../step-kind'
import { offerMoveFaces } from './offers'

const fields = {
  part: partField('The part', 'change'),
  faces: facesField('The faces', 'part'),
  also: choiceField('Which else', 'these', { these: 'alone', level: 'and all in one plane with them' }),
  how: choiceField('How they move', 'by', { by: 'by', to: 'to', lean: 'leant about' }),
  by: lengthField('How far, out of the material', '1', -1000, 1000),
  to: planeField('What they come to'),
  about: edgesField('The edge', 'part'),
  angle: angleField('How far they lean, out of the material', '5', -80, 80),
}
type Values = FieldValues<typeof fields>

/** Faces of a part moved or leant, however the part was made. */
export const moveFacesStep = stepKind({
  kind: 'move-faces',
  title: 'Move or lean faces',
  findBy: ['push', 'pull', 'offset', 'face', 'longer', 'shorter', 'thicker', 'thinner', 'tilt', 'draft', 'extend', 'edit a mesh'], // prettier-ignore
  group: 'alter',
  about:
    'Moves faces of a part, however it was made: the faces beside them are drawn out or cut back, and rounds go along.',
  fields,
  fieldNotes: {
    part: 'id of the part',
    faces: 'kept faces of it',
    also: '`these` alone, or with all that lie in one plane with them (`level`)',
    how: '`by` a length along the way each looks (of what is round the radius changes); `to` a plane (flat faces come to lie in it); `lean` by `angle` about a straight edge',
    by: 'more than 0 out of the material',
    to: 'with `to`: as in a drawing; its distance is what is kept to it',
    about: 'with `lean`: one kept edge of the part',
    angle: 'with `lean`: degrees, more than 0 out of the material',
  },
  sentence: [
    'Move', { field: 'faces' }, { field: 'part', before: 'of', after: ',' }, { field: 'also', after: ',' }, { field: 'how' },
    { field: 'by', when: ['how', 'by'], after: '.' }, { field: 'to', when: ['how', 'to'], after: '.' },
    { field: 'about', when: ['how', 'lean'] }, { field: 'angle', when: ['how', 'lean'], before: 'by', after: '.' },
  ], // prettier-ignore
  handle: { at: 'faces', field: 'by', called: 'how far it moves', when: ['how', 'by'], along: 1 },
  offers: offerMoveFaces,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'move-faces', fields: { part: 'before1', faces: [{ name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }], by: '2.5' } }, // prettier-ignore
  ],
  build: (values, { kernel }) => {
    const { part, faces, also, how, by, angle } = values
    const on = part.pointable()
    const picked = someFaces(faces).map((f) => f.region)
    const regions = also === 'level' ? levelWith(on, picked) : picked
    const attempt = (share: number) => withFaces(kernel, part.solid, on, newFaces(values, on, regions, share))
    const figure = { by: { field: 'by', value: by, unit: 'mm' }, to: { field: 'to', value: 0, unit: 'share' }, lean: { field: 'angle', value: angle, unit: '°' } } as const // prettier-ignore
    const still = (how === 'by' && by === 0) || (how === 'lean' && angle === 0)
    const made = still ? { solid: part.solid, passes: false } : asFar(kernel, attempt, figure[how])
    const count = regions.length > picked.length ? [`${regions.length} faces lie in that plane.`] : []
    return {
      parts: [{ id: part.id, solid: made.solid }],
      rows: [],
      notes: [...count, ...passNotes(made), ...(still ? ['Nothing moves.'] : [])],
    }
  },
})

function newFaces(values: Values, on: Pointable, regions: readonly number[], share: number): Map<number, NewFace> {
  const { how, by, to, angle } = values
  if (how === 'by') return offsetFaces(on, regions, share * by)
  if (how === 'to') return facesInPlane(on, regions, to.frame, share)
  return leantFaces(on, regions, lineOf(values, on), (share * angle * Math.PI) / 180)
}

/** Errors: no-edge, not-straight */
function lineOf({ about }: Values, on: Pointable) {
  const [edge, more] = about
  if (!edge || more) return raise('no-edge', 'Pick the one edge that they lean about.', 'about')
  const border = on.topology.borders[edge.borders[0]!]!
  const run = straightRun(on, edge.borders, placeAt(on.mesh.positions, border.vertices[0]!))
  return run ?? raise('not-straight', 'Faces lean about a straight edge; pick another one.', 'about')
}
