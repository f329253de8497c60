import { z } from 'zod'
import { FIT_CLASSES, type FitClass } from '../fit/classes'
import { contentKey } from '../content-key'
import { ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'

/** One of several words. */
export interface ChoiceField<V extends string = string> extends FieldBase<'choice', V> {
  default: V
  options: Readonly<Record<V, string>>
}

export const choiceField = <V extends string>(
  label: string,
  fallback: NoInfer<V>,
  options: Record<V, string>,
): ChoiceField<V> => ({ type: 'choice', label, default: fallback, options })

export const choiceKind: FieldKind<ChoiceField, string> = {
  type: 'choice',
  turn: 'figures',
  schema: (spec) => z.enum(Object.keys(spec.options) as [string, ...string[]]).default(spec.default),
  resolve: (saved) => ok({ value: saved, key: contentKey(saved), shown: saved }),
  facts: (spec) => ({ default: spec.default, options: Object.keys(spec.options) }),
}

/** Yes or no, each in the words of the sentence. */
export interface YesNoField extends FieldBase<'yes-no', boolean> {
  default: boolean
  yes: string
  no: string
}

export const yesNoField = (label: string, fallback: boolean, yes: string, no: string): YesNoField => ({
  type: 'yes-no',
  label,
  default: fallback,
  yes,
  no,
})

export const yesNoKind: FieldKind<YesNoField, boolean> = {
  type: 'yes-no',
  turn: 'figures',
  schema: (spec) => z.boolean().default(spec.default),
  resolve: (saved) => ok({ value: saved, key: contentKey(saved), shown: saved }),
  facts: (spec) => ({ default: spec.default }),
}

/** Words of the maker's own. */
export interface TextField extends FieldBase<'text', string> {
  default: string
  most: number
}

export const textField = (label: string, fallback: string, most = 200): TextField => ({
  type: 'text',
  label,
  default: fallback,
  most,
})

export const textKind: FieldKind<TextField, string> = {
  type: 'text',
  turn: 'figures',
  schema: (spec) => z.string().max(spec.most).default(spec.default),
  resolve: (saved) => ok({ value: saved, key: contentKey(saved), shown: saved }),
  facts: (spec) => ({ default: spec.default }),
}

/** A fit class, with the gap per side that it means on this printer, mm. */
export interface FitField extends FieldBase<'fit', { fit: FitClass; gap: number }> {
  default: FitClass
}

export const fitField = (label: string, fallback: FitClass): FitField => ({ type: 'fit', label, default: fallback })

export const fitKind: FieldKind<FitField, FitClass> = {
  type: 'fit',
  turn: 'figures',
  schema: (spec) => z.enum(Object.keys(FIT_CLASSES) as [FitClass, ...FitClass[]]).default(spec.default),
  resolve: (fit, _, { printer }) => {
    const gap = printer.gaps[fit]
    return ok({ value: { fit, gap }, key: contentKey([fit, gap]), shown: fit })
  },
  facts: (spec) => ({ default: spec.default, options: Object.keys(FIT_CLASSES) }),
}
