import { choiceField } from '../../fields/choice'
import { angleField } from '../../fields/number'
import { drawnLineField } from '../../fields/drawn-line'
import type { SavedShape } from '../../fields/drawn-shape'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import type { FieldValues } from '../../fields/kinds'
import { compose, fromFrame } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { boundsOf } from '../../profile/measure'
import { moved, movedProfile } from '../../profile/moved'
import { gap2, type Profile, reversedLoop } from '../../profile/segment'
import { raise } from '../../result'
import { DRAWING } from '../drawn'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords } from '../joining'
import type { Situation } from '../offer'
import { type StepContext, stepKind } from '../step-kind'

const MOST = 10_000

const fields = {
  drawing: publicationField('The drawing', DRAWING, () => []),
  axis: choiceField('The axis', 'up', { up: 'the upright axis', along: 'the level axis', line: 'the line' }),
  at: lengthField('How far the axis is from the datum', '0', -MOST, MOST),
  line: drawnLineField('The line it is turned about', 'drawing'),
  by: angleField('The angle', '360', 0.1, 360),
  ...joiningFields,
}

export const revolveStep = stepKind({
  kind: 'revolve',
  title: 'Revolve a drawing',
  findBy: ['turn', 'lathe', 'round', 'knob', 'ring', 'cup', 'bush', 'pulley', 'rotate'],
  group: 'make',
  about: 'Turns a drawing about an axis that lies on its plane, or about one of its own lines.',
  fields,
  fieldNotes: {
    drawing: 'id of a drawing step before; empty: the nearest',
    axis: '`up`: upright on the plane; `along`: level; `line`: a line of the drawing',
    at: 'where the axis is, from the datum: along for an upright one, up for a level one',
    line: 'with `line`: id of a shape `line` of the drawing, best a guide',
    by: 'a full turn, or a part of one, away from who looks at the drawing',
    ...JOINING_NOTES,
  },
  sentence: ['Revolve', { field: 'drawing', after: ',' }, { field: 'by' }, { field: 'axis', before: 'about' }, { field: 'at', when: ['axis', 'up', 'along'], before: 'at', after: ',' }, { field: 'line', when: ['axis', 'line'], after: ',' }, ...joiningWords], // prettier-ignore
  surfaces: { side: { called: 'turned face' }, start: { called: 'start' }, end: { called: 'end', moved: ['by', 'its angle'] } }, // prettier-ignore
  start: (at: Situation) => {
    const last = at.left.filter((l) => l.token === DRAWING.name).at(-1)
    return last && { drawing: last.step, ...aboutGuide(at, last.step) }
  },
  example: [
    {
      kind: 'drawing',
      fields: { on: { base: 'front', off: '0' }, shapes: [{ id: 'rim', kind: 'rectangle', fields: { width: '4', height: '10', at: { along: '12', up: '5', from: '' } } }] }, // prettier-ignore
    },
    { kind: 'revolve', fields: {} },
  ],
  build: (values, context) => joinedOutput(turnedTool(values, context), { ...values, name: 'Part' }, context),
})

type Values = FieldValues<typeof fields>

/** Where a drawing has one guide that is a line, that is what it is turned about. */
function aboutGuide({ document }: Situation, drawing: string): object {
  const shapes = document.steps.find((s) => s.id === drawing)?.fields.shapes as SavedShape[] | undefined
  const guides = shapes?.filter((s) => s.kind === 'line' && s.fields.is === 'guide') ?? []
  return guides.length === 1 ? { axis: 'line', line: guides[0]!.id } : {}
}

/** What lies nearer to the axis than this lies on it, mm. */
const NEAR = 1e-6

interface Axis {
  at: Vec2
  /** Its direction, of length 1. */
  way: Vec2
}

function axisOf({ axis, at, line }: Values): Axis {
  if (axis === 'up') return { at: [at, 0], way: [0, 1] }
  if (axis === 'along') return { at: [0, at], way: [-1, 0] }
  if (!line) return raise('no-line', 'Choose the line of the drawing that it is turned about; a guide is good for that.', 'line') // prettier-ignore
  const [a, b] = line
  const long = gap2(a, b)
  return { at: a, way: [(b[0] - a[0]) / long, (b[1] - a[1]) / long] }
}

function turnedTool(values: Values, { kernel, id, tolerance }: StepContext): Solid {
  const { plane, profile, open } = values.drawing.data
  if (profile.loops.length === 0)
    return raise('open', open.length > 0 ? 'Nothing in the drawing closes yet: its lines have open ends.' : 'There is nothing in the drawing yet that could be turned.', 'drawing') // prettier-ignore
  const { at, way } = axisOf(values)
  // Away from the axis to the right of its way, and along it.
  const laid = movedProfile(profile, ([x, y]) => {
    const [dx, dy] = [x - at[0], y - at[1]]
    return [dx * way[1] - dy * way[0], dx * way[0] + dy * way[1]]
  })
  const [least, , most] = boundsOf(laid)
  if (least < -NEAR && most > NEAR) return crossed(values, profile, [least, most])
  const flip = most <= NEAR
  const radial = flip ? turnedOver(laid) : laid
  const clean = movedProfile(radial, ([r, h]) => [Math.abs(r) < NEAR ? 0 : r, h])
  const names = { step: id, side: 'side', start: 'start', end: 'end' }
  const solid = kernel.revolve(clean, (values.by * Math.PI) / 180, names, tolerance)
  const side = flip ? -1 : 1
  // The solid's own x is the drawing's direction away from the axis, its z the axis.
  const own = fromFrame([side * way[1], -side * way[0], 0], [0, 0, -side], [way[0], way[1], 0], [at[0], at[1], 0])
  return kernel.place(solid, compose(plane.frame, own))
}

/** Says how far the axis would have to go. @param reach how far the drawing lies to the left (less than 0) and right of it, mm */
function crossed({ axis }: Values, profile: Profile, reach: readonly [number, number]): never {
  if (axis === 'line') return raise('axis', `The line runs through what is drawn, which lies ${(-reach[0]).toFixed(2)} mm to one side of it and ${reach[1].toFixed(2)} mm to the other; it has to lie beside it.`, 'line') // prettier-ignore
  const [x0, y0, x1, y1] = boundsOf(profile)
  const [low, high] = axis === 'up' ? [x0, x1] : [y0, y1]
  return raise('axis', `The axis runs through the drawing; at ${low.toFixed(2)} mm or less, or at ${high.toFixed(2)} mm or more, it lies beside it.`, 'at') // prettier-ignore
}

/** The mirror image on the other side of the axis. */
const turnedOver = ({ loops }: Profile): Profile => ({
  loops: loops.map((loop) => reversedLoop(loop.map((s) => moved(s, ([x, y]) => [-x, y], true)))),
})
