import { contentKey } from '../content-key'
import { fail, ok } from '../result'
import { evaluateFormula } from '../units/formula'
import type { FieldBase, FieldKind } from './field-kind'
import { formulaSchema, namesAt } from './length'

/** An angle by formula, in degrees as saved, shown and built with. */
export interface AngleField extends FieldBase<'angle', number> {
  default: string
  /** Allowed range, degrees. */
  min: number
  max: number
}

/** A whole number by formula. */
export interface CountField extends FieldBase<'count', number> {
  default: string
  min: number
  max: number
}

/** A plain number by formula: how many times as much. */
export interface RatioField extends FieldBase<'ratio', number> {
  default: string
  min: number
  max: number
}

export const ratioField = (label: string, fallback: string, min: number, max: number): RatioField => ({
  type: 'ratio',
  label,
  default: fallback,
  min,
  max,
})

export const angleField = (label: string, fallback: string, min: number, max: number): AngleField => ({
  type: 'angle',
  label,
  default: fallback,
  min,
  max,
})

export const countField = (label: string, fallback: string, min: number, max: number): CountField => ({
  type: 'count',
  label,
  default: fallback,
  min,
  max,
})

const plain = <Spec extends AngleField | CountField | RatioField>(
  type: Spec['type'],
  unit: string,
): FieldKind<Spec, string> => ({
  type,
  turn: 'figures',
  formulas: (saved, change) => change(saved),
  schema: (spec) => formulaSchema(spec.default),
  resolve: (saved, spec, at) => {
    const value = evaluateFormula(saved, 'number', namesAt(at))
    if (!value.ok) return value
    const said = `${spec.label} is ${Number(value.value.toFixed(4))}${unit}`
    if (type === 'count' && Math.abs(value.value - Math.round(value.value)) > 1e-9)
      return fail('whole', `${said}; a whole number is needed here.`)
    if (value.value < spec.min - 1e-9 || value.value > spec.max + 1e-9)
      return fail('range', `${said}; between ${spec.min} and ${spec.max}${unit} would do.`)
    const exact = type === 'count' ? Math.round(value.value) : value.value
    return ok({ value: exact, key: contentKey(exact), shown: exact })
  },
  facts: ({ default: fallback, min, max }) => ({
    default: fallback,
    range: [min, max],
    ...(unit ? { unit: 'degrees' } : {}),
  }),
})

export const angleKind = plain<AngleField>('angle', '°')
export const countKind = plain<CountField>('count', '')
export const ratioKind = plain<RatioField>('ratio', '')
