import type { Enclosure } from './enclosure'
import { fromFrame, type Placement } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import { directionAt, lengthOf, pointAt } from '../profile/segment'
import type { Side } from '../references/board'
import { OUTWARDS } from '../references/sides'
import { raise } from '../result'

/** A place on the outside of the wall, seen from above, with the way out of it; `name` stays its own. */
export interface Place {
  at: Vec2
  out: Vec2
  name: string
}

const SIDES: readonly { name: Side; of: 'ends' | 'long' }[] = [
  { name: 'left', of: 'ends' },
  { name: 'right', of: 'ends' },
  { name: 'front', of: 'long' },
  { name: 'back', of: 'long' },
]

/** The sides that are meant by a word for some of them. */
export const sidesMeant = (sides: string): Side[] => SIDES.filter(({ of, name }) => sides === 'all' || sides === of || sides === name).map((s) => s.name) // prettier-ignore

/** Walls that look this far off a side are not of it; a share. */
const SQUARE = 1e-6

/** x outwards, y up, z along the wall. */
export const wallFrame = ({ at, out }: Place): Placement => fromFrame([out[0], out[1], 0], [0, 0, 1], [out[1], -out[0], 0], [at[0], at[1], 0]) // prettier-ignore

/** x outwards from so far out of the wall, y along it, z up from a height. */
export const outFrame = ({ at: [x, y], out: [dx, dy] }: Place, by: number, up = 0): Placement => fromFrame([dx, dy, 0], [-dy, dx, 0], [0, 0, 1], [x + dx * by, y + dy * by, up]) // prettier-ignore

/**
 * Places spread evenly over the longest straight run of the outside on each side, and moved along it.
 * @param shift to the right, or to the back, mm
 * @param field where it is said that there is no wall
 * Errors: no-wall (a side has none that is long enough), off-wall (moved past its end)
 */
export const placesOnSides = (
  e: Enclosure,
  { sides, count, shift }: { sides: 'ends' | 'long' | 'all' | Side; count: number; shift: number },
  wide: number,
  field: 'sides' | 'side' = 'sides',
): Place[] =>
  sidesMeant(sides).flatMap((name) => {
    const out = OUTWARDS[name]
    const runs = e.outer.loops.flat().filter((s) => {
      const [dx, dy] = directionAt(s, 0.5)
      return s.kind === 'line' && Math.abs(dy * out[0] - dx * out[1] - 1) < SQUARE
    })
    const run = runs.sort((a, b) => lengthOf(b) - lengthOf(a))[0]
    const long = run ? lengthOf(run) : 0
    if (!run || long < count * wide) raise('no-wall', `The ${name} has ${long.toFixed(1)} mm of straight wall; ${count} of ${wide.toFixed(1)} mm do not fit there. Fewer, narrower ones, other sides, or screws would do.`, field) // prettier-ignore
    const room = (long / count - wide) / 2
    if (Math.abs(shift) > room + 1e-9) raise('off-wall', `Moved by ${shift.toFixed(1)} mm they leave the straight wall of the ${name}, or each other's room; up to ${room.toFixed(1)} mm would do.`, 'shift') // prettier-ignore
    const by: Vec2 = out[0] === 0 ? [shift, 0] : [0, shift]
    return Array.from({ length: count }, (_, i): Place => {
      const [x, y] = pointAt(run!, (i + 0.5) / count)
      return { at: [x + by[0], y + by[1]], out, name: `${name}${i + 1}` }
    })
  })
