import { LIFTED } from '../built/gap-row'
import { turn } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import type { Enclosure } from './enclosure'

/** The sides of a board, as directions, that can go in first as it is tilted: right and back, and those across from them. */
export const tiltsOf = ({ stand }: Enclosure): Vec3[] => [turn(stand, [1, 0, 0]), turn(stand, [0, 1, 0])]

/** The straight way by which something comes to where it rests, told from there; where the case lies flat. */
export const comesBy = ({ stand }: Enclosure, way: Vec3) => ({ comes: { from: turn(stand, [0, 0, LIFTED]), by: turn(stand, way) } }) // prettier-ignore
