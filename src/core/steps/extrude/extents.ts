import type { PlaneValue } from '../../fields/drawn-shape'
import type { PartValue } from '../../fields/part'
import { apply, invert, turn } from '../../geometry/placement'
import { dot, type Vec3 } from '../../geometry/vec'
import { boundsOf } from '../../profile/measure'
import type { Solid } from '../../kernel/kernel'
import { raise } from '../../result'
import type { Drawing } from '../drawn'
import { ROOT } from '../joining'
import type { StepContext } from '../step-kind'
import { type Between, OUT } from '../through'

/** Farther than this nothing is drawn out up to a face, mm. */
const FARTHEST = 20_000

/** The parts that a cut goes through. */
export const chosen = ({ how, parts }: { how: string; parts: readonly PartValue[] }): Solid[] =>
  how === 'own' || parts.length === 0
    ? raise('reach', 'Through all of what? Choose the part that it is taken from, or say a length.', 'reach')
    : parts.map((p) => p.solid)

/**
 * Up to a plane, which may be slanted.
 * Errors: no-way, at the field that says up to what
 */
export function upTo(
  { to, how, parts }: { to: PlaneValue; how: string; parts: readonly PartValue[] },
  { plane, profile }: Drawing,
  between: Between,
  { kernel, id }: StepContext,
): Solid {
  const back = invert(plane.frame)
  const normal = turn(back, turn(to.frame, [0, 0, 1]))
  const point = apply(back, apply(to.frame, [0, 0, 0]))
  if (Math.abs(normal[2]) < 1e-6) return raise('no-way', 'What it should go up to stands square to the drawing, so it is never reached. Choose another face.', 'to') // prettier-ignore
  const heightAt = (x: number, y: number) => point[2] - (normal[0] * (x - point[0]) + normal[1] * (y - point[1])) / normal[2] // prettier-ignore
  const heights = profile.loops.flat().map((s) => heightAt(s.a[0], s.a[1]))
  const [least, most] = [Math.min(...heights), Math.max(...heights)]
  if (least < 1e-6 && most > -1e-6)
    return raise('no-way', most - least < 1e-6 ? 'It would be nothing thick: what it goes up to lies in the plane of the drawing.' : 'What it should go up to runs through the drawing itself; put the drawing off it.', 'to') // prettier-ignore
  if (Math.max(-least, most) > FARTHEST) return raise('no-way', `What it should go up to is over ${FARTHEST} mm away.`, 'to') // prettier-ignore
  const up = least > 0
  const near = how === 'take' ? -OUT : how === 'add' && parts.some((p) => p.id === plane.part) ? -ROOT : 0
  // What is added to the part whose face it reaches goes a hair into it, so that the two are one.
  const into = how === 'add' && parts.some((p) => p.id === to.part) ? ROOT : 0
  if (most - least < 1e-9) return between(up ? [near, most + into] : [least - into, -near])
  const [x0, y0, x1, y1] = boundsOf(profile)
  const corners = [heightAt(x0, y0), heightAt(x1, y0), heightAt(x0, y1), heightAt(x1, y1)]
  const far = up ? Math.max(...corners) + 1 : Math.min(...corners) - 1
  const whole = between(up ? [near, far] : [far, -near])
  const out = turn(to.frame, [0, 0, 1])
  const facing = (up ? normal[2] : -normal[2]) > 0 ? 1 : -1
  const offset = dot(out, apply(to.frame, [0, 0, 0])) + facing * into
  const [ahead, behind] = kernel.split(whole, out, offset, id, 'far')
  const here: Vec3 = apply(plane.frame, [profile.loops[0]![0]!.a[0], profile.loops[0]![0]!.a[1], 0])
  return dot(out, here) > offset ? ahead : behind
}
