import type { Drawn } from '../../../fields/drawn-shape'
import type { Vec2 } from '../../../geometry/vec'
import { pointAt, type Segment } from '../../../profile/segment'

/** Where a figure of a shape stands, by how it is drawn; none where it has no place. */
export type FigurePlace = (drawn: Drawn) => Vec2 | undefined

const piecesOf = ({ regions, open }: Drawn): Segment[] => [...regions.flatMap((r) => r.loops.flat()), ...open.flat()]

/** The middle of that edge which lies farthest up and to the right. */
export const farthestOut: FigurePlace = (drawn) => {
  const middles = piecesOf(drawn).map((s) => pointAt(s, 0.5))
  return middles.reduce<Vec2 | undefined>((best, p) => (best && best[0] + best[1] >= p[0] + p[1] ? best : p), undefined)
}

/** The middle of the piece whose name ends so. */
export const onPiece =
  (ending: string): FigurePlace =>
  (drawn) => {
    const piece = piecesOf(drawn).find((s) => s.id?.endsWith(ending))
    return piece && pointAt(piece, 0.5)
  }

/** On the first piece that stands in a corner's place. */
export const onCorner: FigurePlace = (drawn) => {
  const piece = piecesOf(drawn).find((s) => s.id?.split('.').at(-1)?.includes('&')) ?? piecesOf(drawn).find((s) => s.id?.includes('&')) // prettier-ignore
  return piece && pointAt(piece, 0.5)
}
