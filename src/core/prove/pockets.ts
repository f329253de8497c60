import { boxMiddle, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'

/** Less than this is dust of the kernel's own figures, mm3. */
const DUST = 1e-3

/** Bodies of one part: how many lie apart, and rooms in it that nothing can leave; volumes mm3. */
export interface Bodies {
  apart: number
  pockets: { volume: number; place: Vec3 }[]
}

export function bodiesIn(kernel: Kernel, solid: Solid): Bodies {
  return kernel.scoped(
    () => {
      const bodies = kernel.bodies(solid).map((b) => ({ volume: b.volume(), place: boxMiddle(b.bounds()) }))
      // The inside of a closed room is a body of less than no volume.
      const pockets = bodies.filter((b) => b.volume < -DUST).map((b) => ({ ...b, volume: -b.volume }))
      return { apart: bodies.filter((b) => b.volume > DUST).length, pockets }
    },
    () => [],
  )
}
