import { z } from 'zod'
import { contentKey } from '../content-key'
import { fail, ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'

export type MarkOf = 'point' | 'line' | 'round'

/** A point, a straight edge or a round of a shape of the same drawing: `shape.name`, or the shape where it is all of it. */
export interface MarkField extends FieldBase<'mark', string> {
  takes: readonly MarkOf[]
  optional: boolean
}
export const markField = (label: string, takes: readonly MarkOf[], optional = false): MarkField => ({ type: 'mark', label, takes, optional }) // prettier-ignore

export const markKind: FieldKind<MarkField, string> = {
  type: 'mark',
  turn: 'figures',
  schema: () => z.string().max(200).default(''),
  resolve: (saved, spec) =>
    saved === '' && !spec.optional
      ? fail('no-mark', `${spec.label}: choose a ${spec.takes.join(' or a ')} of the drawing.`)
      : ok({ value: saved, key: contentKey(saved), shown: saved }),
  facts: () => ({ default: '' }),
}
