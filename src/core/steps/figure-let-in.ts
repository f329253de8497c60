import type { Vec2 } from '../geometry/vec'
import type { Solid } from '../kernel/kernel'
import { put, strokedLetters } from '../letters/stroked'
import type { StepContext } from './step-kind'

/** What a figure takes from a face that looks up: two layers deep, its strokes as thick as lines print. */
export function figureLetIn(
  text: string,
  { at: [x, y], top, height, nth }: { at: Vec2; top: number; height: number; nth: string },
  { kernel, id, tolerance, printer }: StepContext,
): Solid {
  const { region } = strokedLetters(text, { height, lines: 0, line: printer.line })
  const names = { step: id, top: 'mouth', bottom: 'figure:floor', side: 'figure', copy: [nth] }
  return kernel.extrude(
    put(region, ([u, v]) => [u + x, v + y]),
    top - 2 * printer.layer,
    top + 1,
    { names, tolerance },
  )
}
