import { contentKey } from '../content-key'
import type { ProjectStep } from '../document/schema'
import type { Resolved, Scope } from '../fields/field-kind'
import { fieldKind } from '../fields/kinds'
import type { Problem } from '../result'
import { readFields } from '../steps/registry'
import type { StepKind } from '../steps/step-kind'
import { unreadable } from './unreadable'

/** A step's fields as far as they could be resolved. */
export interface ResolvedStep {
  values: Record<string, unknown>
  fields: ReadonlyMap<string, Resolved>
  problems: Problem[]
  /** Of what all fields came to; two steps of one kind and key come out alike. */
  key: string
  /** Parts that it may change, by id. */
  changes: readonly string[]
}

const TURNS = ['things', 'picks', 'figures'] as const

/** Resolves every field of a step: things first, figures last. Each that fails has a problem of its own. */
export function resolveFields(step: ProjectStep, kind: StepKind, at: Omit<Scope, 'fields'>): ResolvedStep {
  const fields = new Map<string, Resolved>()
  const values: Record<string, unknown> = {}
  const problems: Problem[] = []
  const parsed = readFields(kind, step.fields)
  if (!parsed.success) {
    problems.push(unreadable(step, kind, parsed.error.issues))
    return { values, fields, problems, key: '', changes: [] }
  }
  const scope: Scope = { ...at, fields }
  for (const turn of TURNS)
    for (const [name, spec] of Object.entries(kind.fields)) {
      const its = fieldKind(spec)
      if (its.turn !== turn || ('of' in spec && problems.some((p) => p.field === spec.of))) continue
      const found = its.resolve(parsed.data[name], spec, scope)
      if (found.ok) {
        fields.set(name, found.value)
        values[name] = found.value.value
      } else if (!(problems.length > 0 && ['unknown-name', 'later'].includes(found.problem.kind)))
        // A name may be unknown only because what it comes from is missing; that has been said.
        problems.push({ ...found.problem, field: name })
    }
  const keys = Object.keys(kind.fields).map((name) => fields.get(name)?.key)
  return {
    values,
    fields,
    problems,
    key: contentKey([kind.kind, keys]),
    changes: [...new Set([...fields.values()].flatMap((f) => f.changes ?? []))],
  }
}
