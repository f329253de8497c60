import { z } from 'zod'
import { contentKey } from '../content-key'
import { fail, ok } from '../result'
import { evaluateFormula } from '../units/formula'
import { formatLength } from '../units/length'
import type { FieldBase, FieldKind, Scope } from './field-kind'

/** A length by formula; mm inside. */
export interface LengthField extends FieldBase<'length', number> {
  default: string
  /** Allowed range, mm. */
  min: number
  max: number
  /** Marks gaps: the sheet shows the figure on the diameter beside the one per side. */
  gap?: 'per-side'
  /** It may be left to the ties of its drawing: a number that is saved is free, a formula is given. */
  free?: true
}

export const lengthField = (
  label: string,
  fallback: string,
  min: number,
  max: number,
  gap?: 'per-side',
): LengthField => ({ type: 'length', label, default: fallback, min, max, ...(gap ? { gap } : {}) })

/** A length that may be left free. */
export const freeLengthField = (label: string, fallback: string, min: number, max: number): LengthField => ({
  ...lengthField(label, fallback, min, max),
  free: true,
})

export const formulaSchema = (fallback: string) => z.string().min(1).max(400).default(fallback)

/** The names of the project, and those that mean something of their own in this step. */
export const namesAt = ({ names, fields }: Scope) =>
  names.within(Object.assign({}, ...[...fields.values()].map((f) => f.names ?? {})))

export const lengthKind: FieldKind<LengthField, string | number> = {
  type: 'length',
  turn: 'figures',
  formulas: (saved, change) => (typeof saved === 'number' ? saved : change(saved)),
  schema: (spec) =>
    spec.free ? z.union([z.number().min(-1e5).max(1e5), formulaSchema(spec.default)]) : formulaSchema(spec.default),
  resolve: (saved, spec, at) => {
    const value = typeof saved === 'number' ? ok(saved) : evaluateFormula(saved, 'length', namesAt(at))
    if (!value.ok) return value
    if (value.value < spec.min - 1e-9 || value.value > spec.max + 1e-9)
      return fail(
        'range',
        `${spec.label} is ${formatLength(value.value)} mm; between ${formatLength(spec.min)} and ${formatLength(spec.max)} mm would do.`,
      )
    return ok({ value: value.value, key: contentKey(value.value), shown: value.value })
  },
  facts: ({ default: fallback, min, max }) => ({ default: fallback, range: [min, max], unit: 'mm' }),
}
