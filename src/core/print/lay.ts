import { invert, type Placement, turn, turnOnto } from '../geometry/placement'
import { dot, normalize, type Vec3 } from '../geometry/vec'

/** Ways that differ by less are the same (cosine). */
const SAME = 1 - 1e-6

/** The way of a part that its print lays on the bed, a unit vector of its own frame. */
export const downOf = (print: Placement): Vec3 => normalize(turn(invert(print), [0, 0, -1]))

/** Takes a part to where a way of it looks at the bed; turned no more than it has to be. */
export const printWith = (down: Vec3): Placement => turnOnto(normalize(down), [0, 0, -1])

/** Whether a print lays that way of a part on the bed already. */
export const laysOn = (print: Placement, down: Vec3): boolean => dot(downOf(print), normalize(down)) > SAME
