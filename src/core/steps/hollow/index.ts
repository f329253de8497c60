import type { RowSpec } from '../../built/rows'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { facesField, partField } from '../../fields/part'
import type { Vec3 } from '../../geometry/vec'
import { raise } from '../../result'
import { measureWall, wallFaces, type WallSeen } from '../../walls/measure-wall'
import { hollowed } from '../../walls/hollowed'
import { keptNames } from '../../walls/wall'
import { type StepContext, stepKind } from '../step-kind'
import { wallRow } from '../walled'
import { offerHollow, startHollow } from './offers'

const fields = {
  part: partField('The part', 'change'),
  way: choiceField('On which side of its faces the wall is', 'in', { in: 'inside', out: 'outside' }),
  wall: lengthField('The wall', '4 * line', 0.1, 1000),
  open: facesField('The faces that stay open', 'part'),
  others: facesField('Faces with a wall of their own', 'part'),
  other: lengthField('The wall of those', '4', 0.1, 1000),
}
type Values = FieldValues<typeof fields>

/** A part made hollow, with a wall of one thickness. */
export const hollowStep = stepKind({
  kind: 'hollow',
  title: 'Hollow a part',
  findBy: ['shell', 'wall', 'empty', 'tube', 'pipe', 'cup', 'inside', 'cavity', 'thin', 'light'],
  group: 'change',
  about: 'Leaves of a part only a wall of one thickness behind its faces, or in front of them; picked faces stay open.',
  fields,
  fieldNotes: {
    way: '`in`: the part keeps its outside; `out`: the part is what the wall goes round, and is taken away',
    open: 'faces that have no wall: what is inside can be reached through them',
    others: 'faces whose wall is `other` instead',
  },
  sentence: [
    'Hollow', { field: 'part', after: ',' }, { field: 'wall', before: 'with a wall of' }, { field: 'way', after: ' its faces,' },
    { field: 'open', before: 'open at', after: '.' }, { field: 'others', rare: true, before: 'Behind' }, { field: 'other', rare: true, before: 'it is', after: '.' },
  ], // prettier-ignore
  surfaces: {
    inside: { called: 'inside of the wall', moved: ['wall', 'the wall'], along: () => 1 },
    skin: { called: 'side of the wall' },
    edge: { called: 'rim of the wall' },
  },
  printer: ['line'],
  inside: true,
  start: startHollow,
  offers: offerHollow,
  example: [
    { kind: 'solid', fields: { width: '40', depth: '24', height: '10' } },
    { kind: 'hollow', fields: { part: 'before1', wall: '2', open: [{ name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }] } }, // prettier-ignore
  ],
  build: (values, context) => {
    const { part, wall } = values
    const { kernel } = context
    const on = part.pointable()
    const thick = thicknesses(values)
    const solid = hollowed(kernel, part.solid, on, { way: values.way, thick, step: context.id, tolerance: context.tolerance }) // prettier-ignore
    const pieces = values.open.length > 0 ? kernel.bodies(solid).length : 1
    const apart = pieces > kernel.bodies(part.solid).length ? [`${part.name} falls into ${pieces} pieces.`] : []
    const kept = keptNames(on, (r) => (thick(r) === wall ? wall : 0))
    const seen = measureWall(wallFaces(kernel.read(solid), context.id, kept))
    const inside = Math.abs(part.solid.volume() - (values.way === 'in' ? solid.volume() : 0))
    return {
      parts: [{ id: part.id, solid }],
      rows: rowsOf(values, kept, context),
      notes: [...apart, ...said(values, inside, seen)],
    }
  },
})

type Thick = (region: number) => number

/** Errors: both (a face is open and has a wall of its own) */
function thicknesses({ open, others, other, wall }: Values): Thick {
  const [none, own] = [open, others].map((list) => new Set(list.map((f) => f.region))) as [Set<number>, Set<number>]
  if ([...own].some((r) => none.has(r))) return raise('both', 'A face cannot be open and have a wall of its own.', 'others') // prettier-ignore
  return (region) => (none.has(region) ? 0 : own.has(region) ? other : wall)
}

function rowsOf({ part, wall }: Values, kept: ReturnType<typeof keptNames>, { id }: StepContext): RowSpec[] {
  const [surfaces, ...also] = kept
  return surfaces ? [wallRow(id, part, wall, { surfaces, also })] : []
}

const place = (p: Vec3): string => p.map((v) => v.toFixed(1)).join(', ')

function said({ wall, open, way }: Values, inside: number, seen: WallSeen | undefined): string[] {
  const room = way === 'in' ? [`${(inside / 1000).toFixed(2)} cm³ of room inside${open.length === 0 ? ', closed all round: nothing gets out of it' : ''}.`] : [] // prettier-ignore
  if (!seen) return room
  const thickest = seen.most > wall * 1.05 ? ` at ${place(seen.thickest)}` : ''
  const thinnest = seen.least < wall * 0.99 ? ` at ${place(seen.thinnest)}` : ''
  return [...room, `Its wall is ${seen.least.toFixed(3)} mm at the least${thinnest} and ${seen.most.toFixed(3)} mm at the most${thickest}.`] // prettier-ignore
}
