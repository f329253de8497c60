import { type Edit, swapFile } from '../document/edits'
import type { ProjectReference, ProjectStep } from '../document/schema'
import type { Swap } from '../fields/field-kind'
import { fieldKind } from '../fields/kinds'
import { fieldsSchema, stepKindNamed } from '../steps/registry'

/**
 * Puts the next revision of a file in a reference's place, and carries over what the steps that work on it say of its
 * items and holes. What is said about ones that are gone stays, so that their steps can tell.
 * @param renamed new ids by old ones
 * @param worksOn the reference that each step works on, by the last build
 */
export const swapReference =
  (
    reference: string,
    file: Pick<ProjectReference, 'file' | 'fileName' | 'kind'>,
    renamed: Readonly<Record<string, string>>,
    worksOn: Readonly<Record<string, string | undefined>>,
  ): Edit =>
  (project) => {
    const swapped = swapFile(reference, file, renamed)(project)
    const steps = swapped.steps.map((s) => (worksOn[s.id] === reference ? carried(s, { reference, renamed }) : s))
    return { ...swapped, steps }
  }

function carried(step: ProjectStep, swap: Swap): ProjectStep {
  const kind = stepKindNamed(step.kind)
  const parsed = kind && fieldsSchema(kind).safeParse(step.fields)
  if (!kind || !parsed?.success) return step
  const fields = { ...step.fields }
  for (const [name, spec] of Object.entries(kind.fields)) {
    const { swapped } = fieldKind(spec)
    if (swapped && name in fields) fields[name] = swapped(parsed.data[name], swap) as ProjectStep['fields'][string]
  }
  return { ...step, fields }
}
