import type { Vec2 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'

/** A gap narrower than this share of a line closes: both sides print into each other. */
export const CLOSES = 0.5
/** In a corner a ball leaves a cusp; what is as narrow as that is none of what is looked for, of its radius. */
const CUSP = 0.19
const ROUND = 0.02

type Outlines = readonly (readonly Vec2[])[]

/** A layer as lines are laid in it. Outsides run anticlockwise, holes clockwise; lengths mm. */
export interface LayerLines {
  /** The middles of the lines of its walls, each run closed, from outside inwards. */
  walls: Vec2[][]
  /** Gaps that are too narrow to stay open. */
  closes: Vec2[][]
  /** What is too thin for one line. */
  missed: Vec2[][]
}

/** @param walls how many lines a wall has */
export function layerLines(kernel: Kernel, outlines: Outlines, line: number, walls: number): LayerLines {
  const moved = (from: Outlines, by: number) => kernel.flatOffset(from, by, ROUND)
  const without = (of: Outlines, r: number) => moved(moved(of, -CUSP * r), CUSP * r)
  const [half, slit] = [line / 2, (CLOSES * line) / 2]
  const closed = moved(moved(outlines, slit), -slit)
  const printed = moved(moved(outlines, -half), half)
  return {
    walls: Array.from({ length: walls }, (_, k) => moved(outlines, -(k + 0.5) * line)).flat(),
    closes: without(kernel.flatCombined(closed, outlines, 'less'), slit),
    missed: without(kernel.flatCombined(outlines, printed, 'less'), half),
  }
}
