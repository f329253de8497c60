import type { Left, Quality, StepReport } from '../built/built'
import type { RowSpec } from '../built/rows'
import { contentKey } from '../content-key'
import type { Project, ProjectStep } from '../document/schema'
import type { PartHere, Published, Resolved } from '../fields/field-kind'
import { IDENTITY, type Placement } from '../geometry/placement'
import type { Names } from '../references/names'
import type { Reference } from '../references/resolve'
import type { StepKind } from '../steps/step-kind'
import type { Made } from './step-cache'

/** A part at some point of the sheet. */
export interface PartState extends PartHere {
  color: string
  print: Placement
}

/** One way through the sheet: what there is after the steps that have run. */
export interface Run {
  project: Project
  references: readonly Reference[]
  names: Names
  quality: Quality
  parts: Map<string, PartState>
  published: Published[]
  rows: RowSpec[]
  left: Left[]
  /** How many steps that leave facts there were of each kind. */
  told: Map<string, number>
}

/** Takes what a step made into the run. */
export function accept(
  run: Run,
  step: ProjectStep,
  kind: StepKind,
  made: Made,
  report: StepReport,
  pointable: (part: string, key: string) => PartHere['pointable'],
): void {
  const { output, partKeys } = made
  for (const id of output.gone ?? []) run.parts.delete(id)
  for (const part of output.parts) {
    const before = run.parts.get(part.id)
    const key = partKeys.get(part.id)!
    const own = run.project.parts[part.id]
    run.parts.set(part.id, {
      id: part.id,
      solid: part.solid,
      key,
      name: own?.name ?? part.name ?? before?.name ?? 'Part',
      color: own?.color ?? part.color ?? before?.color ?? '#9db096',
      print: part.print ?? before?.print ?? IDENTITY,
      pointable: pointable(part.id, key),
    })
  }
  run.rows.push(...output.rows)
  report.notes.push(...output.notes)
  const as = output.facts ? tellFacts(run, step, kind, output.facts) : kind.kind
  if (output.facts) report.factsAs = as
  for (const { token, data, reference } of output.published ?? []) {
    const about = reference === undefined ? {} : { reference }
    run.published.push({
      token: token.name,
      step: step.id,
      data,
      key: contentKey(data),
      facts: output.facts ?? {},
      as: kind.kind,
      ...about,
    })
    run.left.push({ step: step.id, token: token.name, ...about })
  }
}

/**
 * Makes the facts of a step known to formulas under a name of its own: the one that it has in the document, or else
 * its kind with a number from the second on.
 */
function tellFacts(run: Run, step: ProjectStep, kind: StepKind, facts: Readonly<Record<string, number>>): string {
  const count = (run.told.get(kind.kind) ?? 0) + 1
  run.told.set(kind.kind, count)
  const as = step.as ?? (count === 1 ? kind.kind : `${kind.kind}${count}`)
  run.names.tell(as, facts)
  return as
}

/** Names that mean something else in a step's formulas than elsewhere. */
export function ownNames(fields: Iterable<Resolved>, names: Names): Record<string, number> | undefined {
  const own: Record<string, number> = {}
  for (const field of fields)
    for (const [name, value] of Object.entries(field.names ?? {})) {
      const usual = names.lookup(name)
      if (!usual?.ok || usual.value.value !== value) own[name] = value
    }
  return Object.keys(own).length > 0 ? own : undefined
}

/** The reference that a step works on, by what its fields came to. */
export const referenceOf = (fields: Iterable<Resolved>): string | undefined => {
  for (const field of fields) if (field.reference !== undefined) return field.reference
  return undefined
}
