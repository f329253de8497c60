import type { Vec2 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import { boxOfFlat } from './flat-pieces'
import { freeStanding } from './free-standing'
import type { Layer } from './layers'

/** A free-standing pin thinner than this snaps along its layers (trade figure), mm. */
export const SNAPS = 2
/** What is longer than so many times that is a wall. */
const LONG = 2
/** Standing so many times its thickness free it counts. */
const SLIM = 3

/** A thin piece that stands up by itself. Lengths mm; `at` is its middle at its foot. */
export interface Pin {
  at: Vec2
  from: number
  to: number
  /** The longer way across, at its top. */
  across: number
}

/** Thin pieces that stand free to their upper ends. */
export function slimPins(kernel: Kernel, layers: readonly Layer[]): Pin[] {
  return freeStanding(layers, (piece) => {
    const [width, depth] = boxOfFlat(piece).size
    return Math.max(width, depth) < LONG * SNAPS && kernel.flatOffset(piece, -SNAPS / 2, 0.02).length === 0
  })
    .map(({ at, from, to, piece }) => ({ at, from, to, across: Math.max(...boxOfFlat(piece).size) }))
    .filter((p) => p.to - p.from > SLIM * p.across)
}
