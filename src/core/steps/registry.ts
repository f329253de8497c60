import { z } from 'zod'
import { caseStep } from './case'
import { fieldSchema } from './fields'
import { openingStep } from './opening'
import { postsStep } from './posts'
import type { StepKind } from './step-kind'

/** Every kind of step there is. A new one is one folder and one line here. */
export const STEP_KINDS = [caseStep, postsStep, openingStep] as unknown as readonly StepKind[]

export const stepKindNamed = (kind: string): StepKind | undefined => STEP_KINDS.find((k) => k.kind === kind)

const schemas = new Map<string, z.ZodType<Record<string, unknown>>>()

/** The schema of a kind's saved fields, defaults filled in. */
export function fieldsSchema(kind: StepKind): z.ZodType<Record<string, unknown>> {
  const known = schemas.get(kind.kind)
  if (known) return known
  const shape = Object.fromEntries(Object.entries(kind.fields).map(([name, spec]) => [name, fieldSchema(spec)]))
  const schema = z.strictObject(shape) as z.ZodType<Record<string, unknown>>
  schemas.set(kind.kind, schema)
  return schema
}
