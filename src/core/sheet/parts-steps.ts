import type { ProjectStep } from '../document/schema'
import { readFields, stepKindNamed } from '../steps/registry'
import { isMeant, type StepKind } from '../steps/step-kind'

/** True if a part is one that this step makes: it has the step's id, or one that begins with it. */
export const makes = ({ id }: Pick<ProjectStep, 'id'>, part: string): boolean =>
  part === id || part.startsWith(`${id}.`)

/** True if a field is said in the step's sentence as its other fields are. */
const isSaid = ({ sentence }: StepKind, field: string, saved: Readonly<Record<string, unknown>>): boolean =>
  sentence.some((word) => typeof word !== 'string' && word.field === field && isMeant(word, saved))

/** Parts that a step changes, by the fields that name them. */
export function changedBy(step: ProjectStep): string[][] {
  const kind = stepKindNamed(step.kind)
  const saved = kind && readFields(kind, step.fields).data
  if (!kind || !saved) return []
  return Object.entries(kind.fields).flatMap(([name, spec]) => {
    if ((spec.type !== 'part' && spec.type !== 'parts') || spec.use !== 'change' || !isSaid(kind, name, saved))
      return []
    return [[saved[name]].flat().map(String)]
  })
}

/** Steps that a step names for what they leave, with the field; where a field says nothing, the nearest that leaves it. */
export function namedBy(
  { kind, fields }: ProjectStep,
  before: readonly ProjectStep[],
): [field: string, step: string][] {
  return Object.entries(stepKindNamed(kind)?.fields ?? {}).flatMap(([name, spec]): [string, string][] => {
    if (spec.type !== 'publication') return []
    const saved = fields[name] ?? ''
    const found = saved === '' ? nearest(spec.token.name, before) : before.find((s) => makes(s, String(saved)))
    return found ? [[name, found.id]] : []
  })
}

const nearest = (token: string, before: readonly ProjectStep[]) => before.findLast((s) => stepKindNamed(s.kind)?.publishes?.some((t) => t.name === token)) // prettier-ignore

/** The steps of `before` that a part is made of: those that make or change it, what these use up, the drawings that they stand on. */
export function chainOf(part: string, before: readonly ProjectStep[]): ProjectStep[] {
  const chain = new Set<string>()
  const parts = [part]
  const take = (step: ProjectStep) => {
    chain.add(step.id)
    for (const [, id] of namedBy(step, before.slice(0, before.indexOf(step)))) {
      const named = before.find((s) => s.id === id)!
      // What makes or changes parts leaves something of these, and stays theirs.
      if (!chain.has(id) && changedBy(named).length === 0) take(named)
    }
  }
  for (const one of parts)
    for (const step of before) {
      const changed = changedBy(step)
      const own = changed.some((ids) => ids.includes(one))
      if (!own && !makes(step, one)) continue
      take(step)
      // Of several that a step does the same to, the others are not needed; what it does it with is.
      for (const ids of changed) if (!ids.includes(one)) parts.push(...ids.filter((id) => !parts.includes(id)))
    }
  return before.filter((s) => chain.has(s.id))
}
