import type { Check, CheckInput, Finding } from '../../checks/finding'
import type { PlaneValue } from '../../fields/drawn-shape'
import { mirrorAt } from '../../geometry/placement'
import { boxMiddle } from '../../geometry/vec'

/** Less than this share of a part, or than this, is where chords fall otherwise. */
const SHARE = 1e-4
const LEAST = 0.1

/** A part that is kept the same on both sides, and was changed on one of them afterwards. */
export const sameOnBothSides: Check = (input) =>
  input.kernel.scoped(
    () => input.project.steps.flatMap((step, i) => (step.kind === 'symmetric' && !step.off ? (broken(input, i) ?? []) : [])), // prettier-ignore
    () => [],
  )

function broken({ project, build, kernel, bodies }: CheckInput, at: number): Finding | undefined {
  const step = project.steps[at]!
  const body = bodies.find((b) => !b.reference && b.id === step.fields.part)
  const plane = build.steps.find((s) => s.id === step.id)?.values['at'] as PlaneValue | undefined
  const solid = body?.solid()
  if (!body || !solid || !plane) return undefined
  const other = kernel.place(solid, mirrorAt(plane.frame))
  const apart = kernel.subtract(solid, [other])
  const more = apart.volume()
  if (more < Math.max(LEAST, SHARE * solid.volume())) return undefined
  const later = project.steps.map((s, i) => ({ s, i })).filter(({ s, i }) => i > at && !s.off && JSON.stringify(s.fields).includes(JSON.stringify(body.id))) // prettier-ignore
  const by = later.length > 0 ? ` Step ${later.map(({ i }) => i + 1).join(', ')} after it ${later.length === 1 ? 'changes' : 'change'} it; moved up before step ${at + 1}, what ${later.length === 1 ? 'it does is' : 'they do is'} done on both sides.` : '' // prettier-ignore
  return {
    check: 'same on both sides',
    weight: 'look',
    title: `${body.name} is not the same on both sides.`,
    text: `One side has ${more.toFixed(1)} mm³ that the other has not.${by}`,
    parts: [body.id],
    place: boxMiddle(apart.bounds()),
  }
}
