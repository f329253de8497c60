import type { Edit } from '../../document/edits'
import { mentions } from '../../document/mentions'
import type { ProjectStep } from '../../document/schema'
import { newStep, type Offer, type Situation } from '../offer'

/** Of two parts that are picked, the first one in the place of the second: before all that hangs on that. */
export function offerReplace(at: Situation): Offer[] {
  const [first, second, more] = at.picks
  if (!first || !second || more || [first, second].some((p) => p.reference !== undefined) || first.owner === second.owner) return [] // prettier-ignore
  const step = newStep(at, 'replace', { part: second.owner, by: first.owner })
  return [{ key: 'replace', words: 'let the first part take the place of the second', picked: true, of: 'part', steps: [step], edit: broughtForward(step.id, first.owner, second.owner) }] // prettier-ignore
}

const isOf = (step: ProjectStep, part: string) => part === step.id || part.startsWith(`${step.id}.`)

/** The steps that a part stands on, itself included: those that make it, and what they name. */
function standsOn(steps: readonly ProjectStep[], part: string): ReadonlySet<string> {
  const own = new Set<string>()
  for (const step of [...steps].reverse()) {
    const later = steps.filter((s) => own.has(s.id))
    if (isOf(step, part) || mentions(step.fields, part) || later.some((s) => mentions(s.fields, step.id))) own.add(step.id) // prettier-ignore
  }
  return own
}

/**
 * A step that puts a part in the place of another one, with all that the part stands on, moved to behind the step that made
 * the other; as it was where something of that hangs on the other itself.
 */
const broughtForward =
  (id: string, by: string, part: string): Edit =>
  (project) => {
    const { steps } = project
    const made = steps.findIndex((s) => isOf(s, part))
    const needed = standsOn(steps.filter((s) => s.id !== id), by) // prettier-ignore
    const moved = steps.filter((s, i) => i > made && (needed.has(s.id) || s.id === id))
    if (made < 0 || moved.some((s) => s.id !== id && mentions(s.fields, part))) return project
    const rest = steps.filter((s) => !moved.includes(s))
    const behind = rest.findIndex((s) => isOf(s, part)) + 1
    return { ...project, steps: [...rest.slice(0, behind), ...moved, ...rest.slice(behind)] }
  }
