import { z } from 'zod'
import { ok } from '../result'
import { drawn, type ShapesValue } from './draw-shapes'
import type { SavedShape } from './drawn-shape'
import type { FieldBase, FieldKind } from './field-kind'
import { type ShapeFieldSpec, shapeFieldKind, type ShapeKind } from './shape-kind'

/** The shapes of a drawing, in order. */
export interface ShapesField extends FieldBase<'shapes', ShapesValue> {
  kinds: readonly ShapeKind[]
}
export const shapesField = (label: string, kinds: readonly ShapeKind[]): ShapesField => ({ type: 'shapes', label, kinds }) // prettier-ignore

export type { ShapeReport, ShapesValue } from './draw-shapes'
export type { SavedShape } from './drawn-shape'

const MOST_SHAPES = 2000

const fieldsOf = (kind: ShapeKind): z.ZodType<Record<string, unknown>> =>
  z.strictObject(Object.fromEntries(Object.entries(kind.fields).map(([name, spec]) => [name, shapeFieldKind(spec).schema(spec)]))) as never // prettier-ignore

const schemas = new WeakMap<ShapeKind, z.ZodType<Record<string, unknown>>>()
/** The saved fields of a kind of shape, defaults filled in. */
export function shapeSchema(kind: ShapeKind): z.ZodType<Record<string, unknown>> {
  let schema = schemas.get(kind)
  if (!schema) schemas.set(kind, (schema = fieldsOf(kind)))
  return schema
}

export const shapesKind: FieldKind<ShapesField, SavedShape[]> = {
  type: 'shapes',
  turn: 'figures',
  schema: (spec) =>
    z
      .array(
        z.discriminatedUnion(
          'kind',
          spec.kinds.map(
            (k) =>
            z.strictObject({ id: z.string().min(1).max(60), kind: z.literal(k.kind), fields: shapeSchema(k).prefault({}) }), // prettier-ignore
          ) as never,
        ) as unknown as z.ZodType<SavedShape>,
      )
      .max(MOST_SHAPES)
      .refine((all) => new Set(all.map((s) => s.id)).size === all.length, 'shapes with ids of their own')
      .default([]),
  resolve: (saved, spec, at) => ok(drawn(saved, spec.kinds, at)),
  formulas: (saved, change, spec) =>
    eachField(saved, spec, (its, value, own) => its.formulas?.(value, change, own) ?? value),
  swapped: (saved, swap, spec) => eachField(saved, spec, (its, value, own) => its.swapped?.(value, swap, own) ?? value),
  facts: () => ({ default: [] }),
}

/** The shapes with each field put through what its kind does with it. */
const eachField = (
  shapes: readonly SavedShape[],
  { kinds }: ShapesField,
  change: (its: ReturnType<typeof shapeFieldKind>, saved: unknown, spec: ShapeFieldSpec) => unknown,
): SavedShape[] =>
  shapes.map((shape) => {
    const specs = kinds.find((k) => k.kind === shape.kind)!.fields
    const fields = { ...shape.fields }
    for (const [name, spec] of Object.entries(specs))
      if (name in fields) fields[name] = change(shapeFieldKind(spec), fields[name], spec)
    return { ...shape, fields }
  })
