import type { PlaneValue } from '../../fields/drawn-shape'
import type { PartValue } from '../../fields/part'
import { apply, IDENTITY, invert, type Placement, turn } from '../../geometry/placement'
import { dot, type Vec3 } from '../../geometry/vec'
import { boundsOf } from '../../profile/measure'
import type { Kernel, Solid } from '../../kernel/kernel'
import { raise } from '../../result'
import type { Drawing } from '../drawn'
import { ROOT } from '../joining'
import type { StepContext } from '../step-kind'

/** A cut stands out so far beyond the face it opens, mm. */
export const OUT = 0.5
/** Farther than this nothing is drawn out up to a face, mm. */
const FARTHEST = 20_000

type Span = readonly [number, number]
type Between = (span: Span) => Solid

/** The parts that a cut goes through. */
export const chosen = ({ how, parts }: { how: string; parts: readonly PartValue[] }): Solid[] =>
  how === 'own' || parts.length === 0
    ? raise('reach', 'Through all of what? Choose the part that it is taken from, or say a length.', 'reach')
    : parts.map((p) => p.solid)

/** From before to behind all of some solids, along a plane's normal. */
export function throughAll(solids: readonly Solid[], frame: Placement): Span {
  const heights = solids.flatMap((s) => heightsOf(s, frame))
  return [Math.min(...heights) - OUT, Math.max(...heights) + OUT]
}

/** The corners of a solid's box over a plane. */
function heightsOf(solid: Solid, frame: Placement): number[] {
  const back = invert(frame)
  const { min, max } = solid.bounds()
  return [0, 1, 2, 3, 4, 5, 6, 7].map((k) => apply(back, [k & 1 ? max[0] : min[0], k & 2 ? max[1] : min[1], k & 4 ? max[2] : min[2]])[2]) // prettier-ignore
}

/**
 * Through the first wall on the way, ending in the middle of the room behind it.
 * Errors: no-wall, at the field that says how far
 */
export function throughFirst(
  { how, parts, way }: { how: string; parts: readonly PartValue[]; way: string },
  frame: Placement,
  between: Between,
  kernel: Kernel,
): Span {
  const [least, most] = throughAll(chosen({ how, parts }), frame)
  const outwards = way === 'out'
  const ahead: Span = outwards ? [-OUT, Math.max(most, OUT)] : [Math.min(least, -OUT), OUT]
  const tool = between(ahead)
  const walls = parts
    .flatMap((p) => kernel.bodies(kernel.intersect(p.solid, tool)))
    .map((b) => heightsOf(kernel.place(b, invert(frame)), IDENTITY))
    .map((h): [number, number] => [Math.min(...h), Math.max(...h)])
    .sort((a, b) => (outwards ? a[0] - b[0] : b[1] - a[1]))
  const first = walls[0]
  if (!first) return raise('no-wall', 'There is no wall on that way; the other direction may have one.', 'way')
  const next = walls.find((w) => (outwards ? w[0] > first[1] + 1e-6 : w[1] < first[0] - 1e-6))
  const edge = outwards ? first[1] : first[0]
  const room = next ? Math.abs((outwards ? next[0] : next[1]) - edge) : 2 * OUT
  const end = outwards ? edge + Math.min(OUT, room / 2) : edge - Math.min(OUT, room / 2)
  return outwards ? [ahead[0], end] : [end, ahead[1]]
}

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
