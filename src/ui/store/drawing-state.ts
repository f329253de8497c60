import type { SavedPlace } from '@/core/fields/place'
import type { SavedTakenFace } from '@/core/fields/taken-faces'
import type { Pick } from '@/core/fit/picks'
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
  /** Shapes that are picked, by id. */
  picked: string[]
}

export const openDrawing = (step: string): DrawingState => ({ step, points: [], places: [], picked: [] })

/** Takes a kind of shape in hand, or lays it down. */
export const withShape = ({ step }: DrawingState, tool?: string): DrawingState => ({ ...openDrawing(step), tool })

/** What a shape is called in its drawing: a, b, … z, aa, ab … */
export const letterOf = (index: number): string =>
  (index >= 26 ? letterOf(Math.floor(index / 26) - 1) : '') + String.fromCharCode(97 + (index % 26))

const POINTS: Readonly<Record<string, string>> = {
  from: 'beginning',
  to: 'end',
  half: 'middle of its run',
  lowerLeft: 'lower left corner',
  lowerRight: 'lower right corner',
  upperRight: 'upper right corner',
  upperLeft: 'upper left corner',
}

/** A point of a shape in words: `a’s end`. */
export const pointWords = (letter: string | undefined, point: string): string =>
  `${letter ?? '?'}’s ${POINTS[point] ?? (/^\d+$/.test(point) ? `corner ${point}` : point)}`

/** What a drawing would keep of faces that are picked. */
export const takenFaces = (picks: readonly Pick[]): SavedTakenFace[] =>
  picks.flatMap((p) => (p.kept && p.reference === undefined ? [{ part: p.owner, face: p.kept }] : []))
