import type { Vec2 } from '../geometry/vec'
import { type FlatPiece, flatPieces, isIn, middleOf } from './flat-pieces'
import type { Layer } from './layers'

/** A piece that stands up by itself to its upper end. Lengths mm; `at` is its middle at its foot. */
export interface Standing {
  at: Vec2
  from: number
  to: number
  /** Its outline at its top. */
  piece: FlatPiece
}

/** Pieces of a shape that stand free to their upper ends: from where they are of that shape on. */
export function freeStanding(layers: readonly Layer[], isMeant: (piece: FlatPiece) => boolean): Standing[] {
  const out: Standing[] = []
  let open: Standing[] = []
  for (const layer of layers) {
    const pieces = flatPieces(layer.outlines)
    const next: Standing[] = []
    for (const piece of pieces.filter(isMeant)) {
      const at = middleOf(piece)
      const below = open.find((o) => isIn(o.piece, at))
      next.push({ at: below?.at ?? at, from: below?.from ?? layer.from, to: layer.to, piece })
    }
    // It ends here; held from above it is none.
    for (const one of open)
      if (!next.some((n) => n.at === one.at) && !pieces.some((p) => isIn(p, middleOf(one.piece)))) out.push(one)
    open = next
  }
  return [...out, ...open]
}
