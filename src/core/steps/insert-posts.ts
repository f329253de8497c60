import { insertPost, largestThrough } from '../fit/screws'
import type { Board } from '../references/board'

/** Fields of posts with inserts for the largest screw that goes through a board's holes; none where none does. */
export function insertPosts(board: Board | undefined): Record<string, unknown> | undefined {
  const holes = board?.holes.filter((h) => h.mounting).map((h) => h.diameter) ?? []
  const screw = largestThrough(Math.min(...holes), 'insert')
  return screw && { top: 'insert', screw, insert: 'min(4, board.bottom - case.bottom - 1.8)', across: insertPost(screw).toFixed(1) } // prettier-ignore
}
