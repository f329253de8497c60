import { z } from 'zod'
import { contentKey } from '../content-key'
import { ok, type Problem, ProblemError } from '../result'
import { evaluateFormula } from '../units/formula'
import type { Drawn, PlaneValue, SavedShape, ShapeRole } from './drawn-shape'
import type { FieldBase, FieldKind, Resolved, Scope } from './field-kind'
import { namesAt } from './length'
import type { Settled } from './settled'
import { letterOf } from './shape-letters'
import { type ShapeFieldSpec, shapeFieldKind, type ShapeKind } from './shape-kind'
import { tied } from './tied-shapes'

/** The shapes of a drawing, in order. */
export interface ShapesField extends FieldBase<'shapes', ShapesValue> {
  kinds: readonly ShapeKind[]
}
export const shapesField = (label: string, kinds: readonly ShapeKind[]): ShapesField => ({ type: 'shapes', label, kinds }) // prettier-ignore

export interface ShapesValue {
  drawn: readonly Drawn[]
  /** What is wrong with shapes, those before first. */
  problems: readonly { letter: string; problem: Problem }[]
}

/** A shape as the page is told of it: like a step of its own. */
export interface ShapeReport {
  id: string
  values: Record<string, unknown>
  problems: Problem[]
  drawn?: Drawn
}

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
  resolve: (saved, spec, at) => {
    const marks = new Map<string, Drawn>()
    const problems: { letter: string; problem: Problem }[] = []
    const plane = [...at.fields.values()].map((f) => f.value).find(isPlane)
    const here = plane ? { ...at, plane } : at
    const kindOf = (shape: { kind: string }) => spec.kinds.find((k) => k.kind === shape.kind)!
    const names = namesAt(at)
    const settled = (at.fields.get('settled')?.value ?? {}) as Settled
    const together = tied(saved, kindOf, (formula, as) => evaluateFormula(formula, as, names), settled)
    const shown = together.saved.map((shape, nth) => {
      const report = drawShape(shape, kindOf(shape), { ...here, marks })
      report.problems.push(...together.problems.flatMap((p) => (p.shape === shape.id ? [p.problem] : [])))
      if (report.drawn) marks.set(shape.id, report.drawn)
      problems.push(...report.problems.map((problem) => ({ letter: letterOf(nth), problem })))
      return report
    })
    const value: ShapesValue = { drawn: [...marks.values()], problems }
    return ok({ value, key: contentKey(value), shown })
  },
  formulas: (saved, change, spec) =>
    eachField(saved, spec, (its, value, own) => its.formulas?.(value, change, own) ?? value),
  swapped: (saved, swap, spec) => eachField(saved, spec, (its, value, own) => its.swapped?.(value, swap, own) ?? value),
  facts: () => ({ default: [] }),
}

const isPlane = (value: unknown): value is PlaneValue => typeof value === 'object' && value !== null && 'frame' in value

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

function drawShape(shape: SavedShape, kind: ShapeKind, at: Scope): ShapeReport {
  const report: ShapeReport = { id: shape.id, values: {}, problems: [] }
  const fields = new Map<string, Resolved>()
  const values: Record<string, unknown> = {}
  for (const [name, spec] of Object.entries(kind.fields)) {
    const found = shapeFieldKind(spec).resolve(shape.fields[name], spec, { ...at, fields })
    if (!found.ok) {
      report.problems.push({ ...found.problem, field: name })
      continue
    }
    fields.set(name, found.value)
    values[name] = found.value.value
    if ('shown' in found.value) report.values[name] = found.value.shown
  }
  if (report.problems.length > 0) return report
  try {
    const is = (values['is'] as ShapeRole | undefined) ?? 'material'
    report.drawn = { is, ...kind.make(values as never, shape.id), id: shape.id, kind: kind.kind }
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    report.problems.push(error.problem)
  }
  return report
}
