import { z } from 'zod'

/**
 * Descriptions of a step's values. From them come the sheet's inline editors, the checks of a saved
 * project, and the command line's JSON.
 */
export type FieldSpec =
  LengthField | ChoiceField | ReferenceField | StepField | ItemField | ItemChoicesField | HolesField

interface Base {
  label: string
}
/** A length by formula, mm inside. */
export interface LengthField extends Base {
  type: 'length'
  default: string
  /** Allowed range, mm. */
  min: number
  max: number
  /** Marks gaps: the sheet shows the figure on the diameter beside the one per side. */
  gap?: 'per-side'
}
export interface ChoiceField<V extends string = string> extends Base {
  type: 'choice'
  default: V
  options: Readonly<Record<V, string>>
}
/** A reference of the project, by id. */
export interface ReferenceField extends Base {
  type: 'reference'
}
/** An earlier step of a kind, by id; empty means the nearest one before. */
export interface StepField extends Base {
  type: 'step'
  kind: string
}
/** An item of the case's reference, by id. */
export interface ItemField extends Base {
  type: 'item'
}
/** A choice for each of some items, by item id. */
export interface ItemChoicesField<V extends string = string> extends Base {
  type: 'item-choices'
  options: Readonly<Record<V, string>>
  default: V
}
/** Holes of the board: `mounting` for all that look like mounting holes, or their ids. */
export interface HolesField extends Base {
  type: 'holes'
}

export type FieldSpecs = Readonly<Record<string, FieldSpec>>

/** A field's value once formulas are worked out: mm for lengths. */
export type FieldValue<S extends FieldSpec> = S extends LengthField
  ? number
  : S extends ChoiceField<infer V>
    ? V
    : S extends ItemChoicesField<infer V>
      ? Readonly<Record<string, V>>
      : S extends HolesField
        ? 'mounting' | readonly string[]
        : string

export type FieldValues<F extends FieldSpecs> = { readonly [K in keyof F]: FieldValue<F[K]> }

export const lengthField = (
  label: string,
  fallback: string,
  min: number,
  max: number,
  gap?: 'per-side',
): LengthField => ({
  type: 'length',
  label,
  default: fallback,
  min,
  max,
  ...(gap ? { gap } : {}),
})

export const choiceField = <V extends string>(
  label: string,
  fallback: NoInfer<V>,
  options: Record<V, string>,
): ChoiceField<V> => ({
  type: 'choice',
  label,
  default: fallback,
  options,
})

/** The JSON of a field as saved; absent fields take their default. */
export function fieldSchema(spec: FieldSpec): z.ZodType {
  switch (spec.type) {
    case 'length':
      return z.string().min(1).max(400).default(spec.default)
    case 'choice':
      return z.enum(Object.keys(spec.options) as [string, ...string[]]).default(spec.default)
    case 'item-choices':
      return z.record(z.string(), z.enum(Object.keys(spec.options) as [string, ...string[]])).default({})
    case 'holes':
      return z.union([z.literal('mounting'), z.array(z.string()).max(10_000)]).default('mounting')
    case 'reference':
    case 'step':
    case 'item':
      return z.string().default('')
  }
}
