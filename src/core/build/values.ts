import type { ProjectStep } from '../document/schema'
import { fail, ok, type Problem, type Result } from '../result'
import type { LengthField } from '../steps/fields'
import { fieldsSchema } from '../steps/registry'
import type { StepKind } from '../steps/step-kind'
import { evaluateFormula } from '../units/formula'
import { formatLength } from '../units/length'
import type { Names } from '../references/names'

/** A step's fields, defaults filled in: as saved, and worked out. */
export interface ResolvedFields {
  saved: Record<string, unknown>
  values: Record<string, unknown>
  problems: Problem[]
}

/** Works out all formulas of a step. Every field that fails has a problem of its own. */
export function resolveFields(step: ProjectStep, kind: StepKind, names: Names): Result<ResolvedFields> {
  const parsed = fieldsSchema(kind).safeParse(step.fields)
  if (!parsed.success) {
    const issue = parsed.error.issues[0]
    const field = String(issue?.path[0] ?? '')
    return fail('invalid', `The step's ${field || 'fields'} cannot be read: ${issue?.message ?? 'unknown'}.`, field)
  }
  const problems: Problem[] = []
  const values: Record<string, unknown> = {}
  for (const [name, spec] of Object.entries(kind.fields)) {
    const saved = parsed.data[name]
    if (spec.type !== 'length') {
      values[name] = saved
      continue
    }
    const value = lengthValue(String(saved), spec, names)
    if (value.ok) values[name] = value.value
    else problems.push({ ...value.problem, field: name })
  }
  return ok({ saved: parsed.data, values, problems })
}

export function lengthValue(formula: string, spec: LengthField, names: Names): Result<number> {
  const value = evaluateFormula(formula, 'length', { unit: 'mm', lookup: names.lookup, names: names.list() })
  if (!value.ok) return value
  if (value.value < spec.min - 1e-9 || value.value > spec.max + 1e-9)
    return fail(
      'range',
      `${spec.label} is ${formatLength(value.value)} mm; between ${formatLength(spec.min)} and ${formatLength(spec.max)} mm would do.`,
    )
  return ok(value.value)
}
