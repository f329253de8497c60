import { apply, IDENTITY, invert, type Placement } from '../geometry/placement'
import type { Kernel, Solid } from '../kernel/kernel'
import { raise } from '../result'

/** A cut stands out so far beyond the face it opens, mm. */
export const OUT = 0.5
/** Less than this in front of a plane is nothing, mm. */
const LEAST = 1e-4
/** From where to where along a plane's normal, mm. */
export type Span = readonly [number, number]
export type Between = (span: Span) => Solid

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
 * @param field where it is said that there is no wall
 * Errors: no-wall
 */
export function throughFirst(
  solids: readonly Solid[],
  { way, field }: { way: string; field: string },
  frame: Placement,
  between: Between,
  kernel: Kernel,
): Span {
  const [least, most] = throughAll(solids, frame)
  const outwards = way === 'out'
  const ahead: Span = outwards ? [-OUT, Math.max(most, OUT)] : [Math.min(least, -OUT), OUT]
  const tool = between(ahead)
  const walls = solids
    .flatMap((s) => kernel.bodies(kernel.intersect(s, tool)))
    .map((b) => heightsOf(kernel.place(b, invert(frame)), IDENTITY))
    .map((h): [number, number] => [Math.min(...h), Math.max(...h)])
    // What only comes up to the plane from behind lies on the other way.
    .filter(([low, high]) => (outwards ? high > LEAST : low < -LEAST))
    .sort((a, b) => (outwards ? a[0] - b[0] : b[1] - a[1]))
  const first = walls[0]
  if (!first) return raise('no-wall', 'There is no wall on that way; the other direction may have one.', field)
  const next = walls.find((w) => (outwards ? w[0] > first[1] + 1e-6 : w[1] < first[0] - 1e-6))
  const edge = outwards ? first[1] : first[0]
  const room = next ? Math.abs((outwards ? next[0] : next[1]) - edge) : 2 * OUT
  const end = outwards ? edge + Math.min(OUT, room / 2) : edge - Math.min(OUT, room / 2)
  return outwards ? [ahead[0], end] : [end, ahead[1]]
}
