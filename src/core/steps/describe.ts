import { z } from 'zod'
import { MOST_STEPS, type Project, projectSchema, stepSchema } from '../document/schema'
import { withArticle } from '../fields/field-kind'
import { fieldKind, type FieldSpec } from '../fields/kinds'
import type { ShapeKind } from '../fields/shape-kind'
import { fieldsSchema, stepKinds } from './registry'
import type { StepKind } from './step-kind'

/** A field, for lists of what there is. */
export interface DescribedField {
  name: string
  type: FieldSpec['type']
  label: string
  default: unknown
  range: readonly [number, number] | null
  unit: string | null
  options: readonly string[] | null
}

export interface DescribedStep {
  kind: string
  title: string
  about: string
  fields: DescribedField[]
  publishes: string[]
  facts: Readonly<Record<string, string>>
  /** A small project that uses it; it works on the demo's board. */
  example: Project | undefined
}

export const describedFields = ({ fields }: Pick<StepKind, 'fields'>): DescribedField[] =>
  Object.entries(fields).map(([name, spec]) => {
    const { default: fallback = null, range = null, unit = null, options = null } = fieldKind(spec).facts?.(spec) ?? {}
    return { name, type: spec.type, label: spec.label, default: fallback, range, unit, options }
  })

/** @param example of a kind, as a project; what it works on is not known here */
export const describedSteps = (example: (kind: StepKind) => Project | undefined): DescribedStep[] =>
  stepKinds().map((kind) => ({
    kind: kind.kind,
    title: kind.title,
    about: kind.about,
    fields: describedFields(kind),
    publishes: (kind.publishes ?? []).map((t) => t.name),
    facts: kind.facts ?? {},
    example: example(kind),
  }))

/** The JSON Schema of the project file (draft 2020-12), with the fields of every kind of step. */
export function projectJsonSchema(): object {
  const kinds = stepKinds().map((kind) =>
    stepSchema.extend({ kind: z.literal(kind.kind), fields: fieldsSchema(kind).prefault({}) }),
  )
  const whole = projectSchema.extend({ steps: z.array(z.union(kinds)).max(MOST_STEPS).default([]) })
  return z.toJSONSchema(whole, { io: 'input', unrepresentable: 'any' })
}

const cell = (value: unknown): string =>
  value === null || value === undefined
    ? ''
    : `\`${typeof value === 'string' ? value || '""' : JSON.stringify(value)}\``

/** The paragraph of a kind of step on the page about the project file. */
export function stepPage(kind: StepKind): string {
  const facts = Object.entries(kind.facts ?? {}).map(([name, what]) => `\`.${name}\` (${what})`)
  const notes = [
    (kind.publishes ?? []).length > 0 && `Later steps can build on it as ${kind.publishes!.map((t) => withArticle(t.called)).join(', ')}.`, // prettier-ignore
    facts.length > 0 && `Formulas of later steps find ${facts.join(', ')} under its name.`,
  ].filter(Boolean)
  return [
    `### ${kind.kind}`,
    `${kind.about}${notes.length > 0 ? ` ${notes.join(' ')}` : ''}`,
    fieldTable(kind),
    ...Object.values(kind.fields).flatMap((spec) => (spec.type === 'shapes' ? spec.kinds.map(shapePage) : [])),
  ].join('\n\n')
}

function fieldTable(kind: Pick<StepKind, 'fields' | 'fieldNotes'>): string {
  const rows = describedFields(kind).map((f) => {
    const meaning = kind.fieldNotes?.[f.name] ?? (f.options ? f.options.map((o) => `\`${o}\``).join(', ') : f.label.toLowerCase()) // prettier-ignore
    const range = f.range ? `${f.range[0]} to ${f.range[1]}${f.unit && f.unit !== 'mm' ? ` ${f.unit}` : ''}` : ''
    return `| \`${f.name}\` | ${f.type} | ${meaning} | ${cell(f.default)} | ${range} |`
  })
  return ['| field | type | meaning | default | range |', '| --- | --- | --- | --- | --- |', ...rows].join('\n')
}

const shapePage = (kind: ShapeKind): string =>
  [`#### Shape \`${kind.kind}\``, kind.about, fieldTable(kind)].join('\n\n')

/** All of them, in the order of the registry. */
export const stepPages = (): string => stepKinds().map(stepPage).join('\n\n')
