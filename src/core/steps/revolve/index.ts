import { choiceField } from '../../fields/choice'
import { angleField } from '../../fields/number'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import type { FieldValues } from '../../fields/kinds'
import { compose, fromFrame } from '../../geometry/placement'
import type { Solid } from '../../kernel/kernel'
import { boundsOf } from '../../profile/measure'
import { moved, movedProfile } from '../../profile/moved'
import { type Profile, reversedLoop } from '../../profile/segment'
import { raise } from '../../result'
import { DRAWING } from '../drawn'
import { JOINING_NOTES, joinedOutput, joiningFields, joiningWords } from '../joining'
import type { Situation } from '../offer'
import { type StepContext, stepKind } from '../step-kind'

const MOST = 10_000

const fields = {
  drawing: publicationField('The drawing', DRAWING, () => []),
  axis: choiceField('The axis', 'up', { up: 'upright', along: 'level' }),
  at: lengthField('How far the axis is from the datum', '0', -MOST, MOST),
  by: angleField('The angle', '360', 0.1, 360),
  ...joiningFields,
}

export const revolveStep = stepKind({
  kind: 'revolve',
  title: 'Revolve a drawing',
  findBy: ['turn', 'lathe', 'round', 'knob', 'ring', 'cup', 'bush', 'pulley', 'rotate'],
  group: 'make',
  about: 'Turns a drawing about an axis that lies on its plane.',
  fields,
  fieldNotes: {
    drawing: 'id of a drawing step before; empty: the nearest',
    axis: '`up`: upright on the plane; `along`: level',
    at: 'where the axis is, from the datum: along for an upright one, up for a level one',
    by: 'a full turn, or a part of one, away from who looks at the drawing',
    ...JOINING_NOTES,
  },
  sentence: ['Revolve', { field: 'drawing', after: ',' }, { field: 'by' }, { field: 'axis', before: 'about the' }, { field: 'at', before: 'axis at', after: ',' }, ...joiningWords], // prettier-ignore
  surfaces: { side: { called: 'turned face' }, start: { called: 'start' }, end: { called: 'end', moved: ['by', 'its angle'] } }, // prettier-ignore
  start: (at: Situation) => {
    const last = at.left.filter((l) => l.token === DRAWING.name).at(-1)
    return last && { drawing: last.step }
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

/** What lies nearer to the axis than this lies on it, mm. */
const NEAR = 1e-6

function turnedTool(
  { drawing, axis, at, by }: FieldValues<typeof fields>,
  { kernel, id, tolerance }: StepContext,
): Solid {
  // prettier-ignore
  const { plane, profile, open } = drawing.data
  if (profile.loops.length === 0)
    return raise('open', open.length > 0 ? 'Nothing in the drawing closes yet: its lines have open ends.' : 'There is nothing in the drawing yet that could be turned.', 'drawing') // prettier-ignore
  const upright = axis === 'up'
  const laid = movedProfile(profile, upright ? ([x, y]) => [x - at, y] : ([x, y]) => [y - at, -x])
  const [least, , most] = boundsOf(laid)
  if (least < -NEAR && most > NEAR) {
    const [x0, y0, x1, y1] = boundsOf(profile)
    const [low, high] = upright ? [x0, x1] : [y0, y1]
    return raise('axis', `The axis runs through the drawing; at ${low.toFixed(2)} mm or less, or at ${high.toFixed(2)} mm or more, it lies beside it.`, 'at') // prettier-ignore
  }
  const flip = most <= NEAR
  const radial = flip ? turnedOver(laid) : laid
  const clean = movedProfile(radial, ([r, h]) => [Math.abs(r) < NEAR ? 0 : r, h])
  const names = { step: id, side: 'side', start: 'start', end: 'end' }
  const solid = kernel.revolve(clean, (by * Math.PI) / 180, names, tolerance)
  const side = flip ? -1 : 1
  // The solid's own x is the drawing's direction away from the axis, its z the axis.
  const own = upright
    ? fromFrame([side, 0, 0], [0, 0, -side], [0, 1, 0], [at, 0, 0])
    : fromFrame([0, side, 0], [0, 0, -side], [-1, 0, 0], [0, at, 0])
  return kernel.place(solid, compose(plane.frame, own))
}

/** The mirror image on the other side of the axis. */
const turnedOver = ({ loops }: Profile): Profile => ({
  loops: loops.map((loop) => reversedLoop(loop.map((s) => moved(s, ([x, y]) => [-x, y], true)))),
})
