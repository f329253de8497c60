import { LIFTED } from '../built/gap-row'
import { turn } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import type { Enclosure } from './enclosure'

/** The straight way by which something comes to where it rests, told from there; where the case lies flat. */
export const comesBy = ({ stand }: Enclosure, way: Vec3) => ({ comes: { from: turn(stand, [0, 0, LIFTED]), by: turn(stand, way) } }) // prettier-ignore

/** The same of a board, which may tilt as it comes: its right or its back side first, or one across from them. */
export const tiltingBy = (e: Enclosure, way: Vec3) => ({ comes: { ...comesBy(e, way).comes, tilts: [turn(e.stand, [1, 0, 0]), turn(e.stand, [0, 1, 0])] } }) // prettier-ignore
