import type { Vec2 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import { boxOfFlat, flatPieces, isIn, middleOf } from './flat-pieces'
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
  const out: Pin[] = []
  let open: (Pin & { piece: readonly (readonly Vec2[])[] })[] = []
  for (const layer of layers) {
    const pieces = flatPieces(layer.outlines)
    const thin = pieces.filter((p) => {
      const [width, depth] = boxOfFlat(p).size
      return Math.max(width, depth) < LONG * SNAPS && kernel.flatOffset(p, -SNAPS / 2, 0.02).length === 0
    })
    const next: typeof open = []
    for (const piece of thin) {
      const at = middleOf(piece)
      const below = open.find((o) => isIn(o.piece, at))
      const pin = { at: below?.at ?? at, from: below?.from ?? layer.from, to: layer.to, across: Math.max(...boxOfFlat(piece).size), piece } // prettier-ignore
      next.push(pin)
    }
    // It ends here; held from above it is none.
    for (const pin of open)
      if (!next.some((n) => n.at === pin.at) && !pieces.some((p) => isIn(p, middleOf(pin.piece)))) out.push(pin)
    open = next
  }
  return [...out, ...open]
    .filter((p) => p.to - p.from > SLIM * p.across)
    .map(({ at, from, to, across }) => ({ at, from, to, across }))
}
