import { z } from 'zod'
import { contentKey } from '../content-key'
import type { Vec2 } from '../geometry/vec'
import { fail, ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'

/** A straight line of the drawing that a field before it names, by its shape's id; empty: none. */
export interface DrawnLineField extends FieldBase<'drawn-line', readonly [Vec2, Vec2] | undefined> {
  /** The field that says which drawing. */
  drawing: string
}
export const drawnLineField = (label: string, drawing: string): DrawnLineField => ({ type: 'drawn-line', label, drawing }) // prettier-ignore

export const drawnLineKind: FieldKind<DrawnLineField, string> = {
  type: 'drawn-line',
  turn: 'figures',
  schema: () => z.string().max(60).default(''),
  resolve: (saved, spec, { fields }) => {
    if (saved === '') return ok({ value: undefined, key: '', shown: '' })
    const drawing = fields.get(spec.drawing)?.value as
      { data: { lines: Readonly<Record<string, unknown>> } } | undefined
    const line = drawing?.data.lines[saved]
    return line
      ? ok({ value: line, key: contentKey(line), shown: saved })
      : fail('no-line', `${spec.label}: the line that is meant is not in the drawing any more. Choose another one.`)
  },
  facts: () => ({ default: '' }),
}
