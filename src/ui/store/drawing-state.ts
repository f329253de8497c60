import type { MarkOf } from '@/core/fields/mark'
import type { SavedPlace } from '@/core/fields/place'
import type { Vec2 } from '@/core/geometry/vec'

/** What is going on in the drawing that is open; points in mm on its plane. */
export interface DrawingState {
  /** The drawing's step. */
  step: string
  /** The kind of shape that is being drawn. */
  tool?: string | undefined
  /** What was pointed at for it, and how the document would keep it. */
  points: Vec2[]
  places: SavedPlace[]
  /** What those places caught on, which becomes ties of the shape. */
  caught: CaughtTie[]
  /** Shapes that are picked, by id. */
  picked: string[]
  /** Points, straight edges and rounds of shapes that are picked. */
  marks: PickedMark[]
  /** A place that was clicked where there is no line. */
  region?: Vec2 | undefined
  /** What could not be done, and why. */
  told?: string | undefined
}

export interface PickedMark {
  what: MarkOf
  mark: string
}

/** A tie that a place brings along: it lies on something, or the piece that ends there runs level or upright. */
export type CaughtTie = { kind: 'on'; place: number; to: string } | { kind: 'level' | 'upright'; place: number }

export const openDrawing = (step: string): DrawingState => ({
  step,
  points: [],
  places: [],
  caught: [],
  picked: [],
  marks: [],
})

/** Takes a kind of shape in hand, or lays it down. */
export const withShape = ({ step }: DrawingState, tool?: string): DrawingState => ({ ...openDrawing(step), tool })

const NAMES: Readonly<Record<string, string>> = {
  from: 'beginning',
  to: 'end',
  half: 'middle of its run',
  over: 'point on it',
  lowerLeft: 'lower left corner',
  lowerRight: 'lower right corner',
  upperRight: 'upper right corner',
  upperLeft: 'upper left corner',
  low: 'lower edge',
  right: 'right edge',
  up: 'upper edge',
  left: 'left edge',
  start: 'one end',
  end: 'other end',
}

/** A point or an edge of a shape in words: `a’s end`. */
export const pointWords = (letter: string | undefined, point: string): string =>
  `${letter ?? '?'}’s ${
    NAMES[point] ??
    point
      .replace(/^(corner|edge|round|middle) .*/, '$1')
      .replace(/^(\d+)$/, 'corner $1')
      .replace(/^edge(\d+)$/, 'edge $1')
  }`

/** What is tied in words: a shape, a point, an edge of one. */
export function markWords(letter: (shape: string) => string | undefined, mark: string): string {
  const dot = mark.lastIndexOf('.')
  const whole = letter(mark)
  if (whole !== undefined || dot < 0) return whole ?? '?'
  return pointWords(letter(mark.slice(0, dot)), mark.slice(dot + 1))
}
