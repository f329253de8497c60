import { alikeCones, coneLike, mouthOf } from '../../alter/cones'
import { withFaces } from '../../alter/move-faces'
import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { facesField, partField } from '../../fields/part'
import { formatLength } from '../../units/length'
import { asFar, offerOnFaces, passNotes, someFaces } from '../by-hand'
import { stepKind } from '../step-kind'

const degrees = (radians: number) => (radians * 180) / Math.PI

/** How wide and at which angle countersinks and other conical faces open, however the part was made. */
export const countersinkSizeStep = stepKind({
  kind: 'countersink-size',
  title: 'Give a countersink a width and an angle',
  findBy: ['countersunk', 'cone', 'chamfer of a hole', 'screw head', 'lead-in', 'taper', 'depth', 'edit a mesh'],
  group: 'alter',
  about: 'Gives countersinks and other conical faces another width at their mouth and another angle; how deep they go follows.', // prettier-ignore
  fields: {
    part: partField('The part', 'change'),
    faces: facesField('The conical faces', 'part'),
    also: choiceField('Which else', 'these', { these: 'alone', alike: 'and all like them' }),
    across: lengthField('The diameter at the mouth', '8', 0.05, 2000),
    angle: angleField('The angle from side to side', '90', 5, 170),
  },
  fieldNotes: {
    part: 'id of the part',
    faces: 'kept conical faces of it',
    also: '`these` alone, or with all that open as wide and at the same angle (`alike`)',
    angle: 'degrees, as screws are named by: 90 for metric ones',
  },
  sentence: [
    'Open', { field: 'faces' }, { field: 'part', before: 'of', after: ',' }, { field: 'also', after: ',' },
    { field: 'across', before: 'to a diameter of' }, { field: 'angle', before: 'at', after: '.' },
  ], // prettier-ignore
  offers: (at) => {
    const { picks } = at
    const shapes = picks.map((p) => p.shape)
    const [first] = shapes
    if (first?.kind !== 'cone' || shapes.some((s) => s.kind !== 'cone')) return []
    const wide = Math.max(...picks[0]!.size)
    const fields = { across: String(Math.round(wide * 100) / 100), angle: String(Math.round(20 * degrees(Math.abs(first.halfAngle))) / 10) } // prettier-ignore
    return offerOnFaces(at, 'countersink-size', (_, many) => (many ? 'give these countersinks a width and an angle' : 'give this countersink a width and an angle'), fields) // prettier-ignore
  },
  example: [
    { kind: 'solid', fields: { shape: 'cone', across: '20', top: '10', height: '12' } },
    { kind: 'countersink-size', fields: { part: 'before1', faces: [{ name: { step: 'before1', role: 'side' }, near: [7.5, 0, 6], of: 1 }], across: '22', angle: '40' } }, // prettier-ignore
  ],
  build: ({ part, faces, also, across, angle }, { kernel }) => {
    const on = part.pointable()
    const picked = someFaces(faces).map((f) => f.region)
    const before = mouthOf(on, picked[0]!)
    const regions = also === 'alike' ? [...new Set(picked.flatMap((r) => alikeCones(on, r)))] : picked
    const half = (angle * Math.PI) / 360
    const attempt = (share: number) => {
      const radius = before.radius + share * (across / 2 - before.radius)
      const leans = before.halfAngle + share * (half - before.halfAngle)
      return withFaces(kernel, part.solid, on, new Map(regions.map((r) => [r, coneLike(on, r, radius, leans)])))
    }
    const made = asFar(kernel, attempt, { field: 'across', value: across, from: 2 * before.radius, unit: 'mm' })
    const was = `${formatLength(2 * before.radius)} mm at ${degrees(2 * before.halfAngle).toFixed(1)}°`
    const alike = also === 'alike' ? [`${regions.length} are like ${picked.length === 1 ? 'it' : 'them'}.`] : []
    return { parts: [{ id: part.id, solid: made.solid }], facts: { was: 2 * before.radius }, rows: [], notes: [...alike, `It was ${was}.`, ...passNotes(made)] } // prettier-ignore
  },
  facts: { was: 'the diameter at the mouth of the first before' },
})
