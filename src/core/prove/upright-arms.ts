import type { Vec2 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import { type FlatPiece, flatArea, lengthRound } from './flat-pieces'
import { freeStanding } from './free-standing'
import type { Layer } from './layers'

/** What is thicker than this is not bent, mm. */
const STIFF = 3
/** It is an arm if it is so many times as wide as thick, stands so many times its thickness up, and is higher than wide. */
const [FLAT, SLIM] = [1.5, 4]
/** A blade that stands up by itself, so that bending it pulls its layers apart. Lengths mm; `at` is its middle at its foot. */
export interface UprightArm {
  at: Vec2
  from: number
  to: number
  thick: number
  wide: number
}

/** Arms, clips and tongues that stand free to their upper ends. */
export function uprightArms(kernel: Kernel, layers: readonly Layer[]): UprightArm[] {
  const most = layers.at(-1)?.to ?? 0
  return freeStanding(layers, (piece) => {
    const { thick, wide } = stripOf(piece)
    return wide > FLAT * thick && wide < most && kernel.flatOffset(piece, -STIFF / 2, 0.02).length === 0
  })
    .map(({ at, from, to, piece }) => ({ at, from, to, ...stripOf(piece) }))
    .filter(({ from, to, thick, wide }) => to - from > SLIM * thick && wide < to - from)
}

/** The sides of the strip that has the area of a piece, and as much edge. */
function stripOf(piece: FlatPiece): { thick: number; wide: number } {
  const [area, both] = [flatArea(piece), lengthRound(piece) / 2]
  const apart = Math.sqrt(Math.max(0, both * both - 4 * area))
  return { thick: (both - apart) / 2, wide: (both + apart) / 2 }
}
