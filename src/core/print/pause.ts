import type { Vec3 } from '../geometry/vec'
import type { Pause } from '../built/built'

/** `pause at 16.40 mm, after 82 layers, and lay Weather board in` */
export const pauseSaid = ({ height, layers, to }: Pause): string =>
  `pause at ${height.toFixed(2)} mm, after ${layers} layers, and ${to}`

/** What is printed at a pause ends so far below it, mm: what begins there is not there yet. */
const UNDER = 0.01

/** What of a part is printed at a pause: what lies below a plane. @param height along the way up, mm */
export const printedSoFar = (up: Vec3, height: number): { normal: Vec3; offset: number } => ({ normal: up, offset: height - UNDER }) // prettier-ignore
