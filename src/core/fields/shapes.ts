import { z } from 'zod'
import { contentKey } from '../content-key'
import type { Vec2 } from '../geometry/vec'
import { ok, type Problem, ProblemError } from '../result'
import { type AngleField, angleKind, type CountField, countKind } from './number'
import { type ChoiceField, choiceKind, type TextField, textKind, type YesNoField, yesNoKind } from './choice'
import type { Drawn, PlaneValue, ShapeRole } from './drawn-shape'
import type { FieldBase, FieldKind, Resolved, Scope } from './field-kind'
import { type LengthField, lengthKind } from './length'
import { type NamedShapesField, namedShapesKind } from './named-shapes'
import { type OutlineField, outlineKind } from './outline'
import { type TakenFacesField, takenFacesKind } from './taken-faces'
import { type PlaceField, placeKind, type PlacesField, placesKind, type SavedPlace } from './place'

/** How a shape is drawn with the pointer. */
export interface DrawnBy {
  /** On the keyboard. */
  key: string
  /** What each point is asked for with; with `endless`, the last of them again and again. */
  asks: readonly string[]
  endless?: true
  /** Fields whose figures can be typed once the first point is there. */
  figures?: readonly string[]
  /** The fields of a shape by the places pointed at; lengths to a hundredth. */
  start: (at: readonly SavedPlace[], points: readonly Vec2[]) => Record<string, unknown>
}

/** The points of a shape in hand, those that are still to come lying where the pointer is. */
export const filled = <T>({ asks, endless }: DrawnBy, points: readonly T[], rest: T): T[] => [
  ...points,
  ...Array<T>(endless ? 0 : Math.max(0, asks.length - points.length)).fill(rest),
]

/** A length as pointing gives it. */
export const pointed = (mm: number): string => String(Math.max(0.01, Math.round(mm * 100) / 100))

/** One kind of shape: what is said of it, and what it comes to. */
export interface ShapeKind {
  kind: string
  title: string
  findBy: readonly string[]
  about: string
  fields: Readonly<Record<string, ShapeFieldSpec>>
  sentence: readonly (string | { field: string; before?: string; after?: string; when?: readonly [string, string] })[]
  drawn?: DrawnBy
  /** Fields of one that is made of shapes that are picked, and how that is offered. */
  ofPicked?: {
    words: string
    start: (ids: readonly string[]) => Record<string, unknown>
    /** It takes the place of what it is made of, which is then a guide. */
    instead?: true
  }
  /** @throws a problem, about one of its fields where it can say which */
  make: (values: never, id: string) => Omit<Drawn, 'id' | 'kind' | 'is'> & { is?: ShapeRole }
}

/** The kinds of fields that shapes have. */
const KINDS = {
  length: lengthKind,
  angle: angleKind,
  count: countKind,
  choice: choiceKind,
  'yes-no': yesNoKind,
  text: textKind,
  place: placeKind,
  places: placesKind,
  'named-shapes': namedShapesKind,
  'taken-faces': takenFacesKind,
  outline: outlineKind,
} as const
export type ShapeFieldSpec =
  | LengthField
  | AngleField
  | CountField
  | ChoiceField
  | YesNoField
  | TextField
  | PlaceField
  | PlacesField
  | NamedShapesField
  | TakenFacesField
  | OutlineField

const kindOf = (spec: { type: string }) => KINDS[spec.type as keyof typeof KINDS] as unknown as FieldKind<FieldBase<string, unknown>> // prettier-ignore

/** The shapes of a drawing, in order. */
export interface ShapesField extends FieldBase<'shapes', ShapesValue> {
  kinds: readonly ShapeKind[]
}
export const shapesField = (label: string, kinds: readonly ShapeKind[]): ShapesField => ({ type: 'shapes', label, kinds }) // prettier-ignore

export interface ShapesValue {
  drawn: readonly Drawn[]
  /** What is wrong with shapes, those before first. */
  problems: readonly { shape: string; problem: Problem }[]
}

/** A shape as the page is told of it: like a step of its own. */
export interface ShapeReport {
  id: string
  values: Record<string, unknown>
  problems: Problem[]
  drawn?: Drawn
}

export interface SavedShape {
  id: string
  kind: string
  fields: Record<string, unknown>
}

const MOST_SHAPES = 2000

const fieldsOf = (kind: ShapeKind): z.ZodType<Record<string, unknown>> =>
  z.strictObject(Object.fromEntries(Object.entries(kind.fields).map(([name, spec]) => [name, kindOf(spec).schema(spec)]))) as never // prettier-ignore

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
    const problems: { shape: string; problem: Problem }[] = []
    const plane = [...at.fields.values()].map((f) => f.value).find(isPlane)
    const here = plane ? { ...at, plane } : at
    const shown = saved.map((shape) => {
      const report = drawShape(
        shape,
        spec.kinds.find((k) => k.kind === shape.kind)!,
        { ...here, marks },
      )
      if (report.drawn) marks.set(shape.id, report.drawn)
      problems.push(...report.problems.map((problem) => ({ shape: shape.id, problem })))
      return report
    })
    const value: ShapesValue = { drawn: [...marks.values()], problems }
    return ok({ value, key: contentKey(value), shown })
  },
  formulas: (saved, change, spec) =>
    saved.map((shape) => {
      const kind = spec.kinds.find((k) => k.kind === shape.kind)!
      return { ...shape, fields: changedFormulas(kind.fields, shape.fields, change) }
    }),
  facts: () => ({ default: [] }),
}

const isPlane = (value: unknown): value is PlaneValue => typeof value === 'object' && value !== null && 'frame' in value

function changedFormulas(
  specs: ShapeKind['fields'],
  fields: Record<string, unknown>,
  change: (formula: string) => string,
): Record<string, unknown> {
  const out = { ...fields }
  for (const [name, spec] of Object.entries(specs)) {
    const { formulas } = kindOf(spec)
    if (formulas && name in out) out[name] = formulas(out[name], change, spec)
  }
  return out
}

function drawShape(shape: SavedShape, kind: ShapeKind, at: Scope): ShapeReport {
  const report: ShapeReport = { id: shape.id, values: {}, problems: [] }
  const fields = new Map<string, Resolved>()
  const values: Record<string, unknown> = {}
  for (const [name, spec] of Object.entries(kind.fields)) {
    const found = kindOf(spec).resolve(shape.fields[name], spec, { ...at, fields })
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
