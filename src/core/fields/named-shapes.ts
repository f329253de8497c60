import { z } from 'zod'
import { contentKey } from '../content-key'
import { fail, ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'
import type { Drawn } from './drawn-shape'

/** Earlier shapes of the same drawing, by id. */
export type NamedShapes = readonly Drawn[]
export interface NamedShapesField extends FieldBase<'named-shapes', NamedShapes> {
  /** Whether one is enough, or no more than one will do. */
  most: number
}
export const namedShapesField = (label: string, most = 500): NamedShapesField => ({ type: 'named-shapes', label, most })

export const namedShapesKind: FieldKind<NamedShapesField, string[]> = {
  type: 'named-shapes',
  turn: 'figures',
  schema: (spec) => z.array(z.string().min(1).max(60)).max(spec.most).default([]),
  resolve: (saved, spec, { marks }) => {
    if (saved.length === 0) return fail('no-shape', `${spec.label}: choose one that stands before this in the drawing.`)
    const found: Drawn[] = []
    for (const id of saved) {
      const one = marks?.get(id)
      if (!one) return fail('no-shape', `${spec.label}: one that is meant is not before this in the drawing, or could not be drawn.`) // prettier-ignore
      found.push(one)
    }
    return ok({ value: found, key: contentKey(found), shown: saved })
  },
  facts: () => ({ default: [] }),
}
