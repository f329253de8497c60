import type { Project, ProjectStep } from '../document/schema'
import { keptMeasure } from '../fit/kept-measures'
import { asFormulaName } from '../references/names'
import type { Run } from './run'

/** Lengths that are kept go by this before their names in formulas. */
const MEASURED = 'measured'

/** What a kept length is called in formulas; one without a name is in none. */
export const measuredName = (name: string): string | undefined => (name.trim() ? `${MEASURED}.${asFormulaName(name)}` : undefined) // prettier-ignore

/** Those names, of a project. */
export const measuredToCome = ({ measures }: Project): string[] => measures.flatMap((m) => measuredName(m.name) ?? [])

/** A step that uses lengths measured on the model gets them as they are before it. */
export function tellMeasured(step: ProjectStep, { project, parts, references, names }: Run): void {
  if (project.measures.length === 0 || !mentions(step, project)) return
  const things = { references, parts: [...parts.values()] }
  names.forget(MEASURED)
  const facts = project.measures.flatMap((measure) => {
    const found = measure.name.trim() ? keptMeasure(measure, things) : undefined
    return found?.ok ? [[asFormulaName(measure.name), found.value.value] as const] : []
  })
  names.tell(MEASURED, Object.fromEntries(facts))
}

/** Whether a step, or any number, is worked out from what is measured. */
const mentions = ({ fields }: ProjectStep, { numbers }: Project): boolean =>
  [JSON.stringify(fields), ...numbers.map((n) => n.formula)].some((text) => text.includes(`${MEASURED}.`))
