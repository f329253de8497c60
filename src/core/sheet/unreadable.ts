import type { z } from 'zod'
import type { ProjectStep } from '../document/schema'
import { letterOf } from '../fields/shape-letters'
import type { SavedShape } from '../fields/shapes'
import { fail, type Problem } from '../result'
import type { StepKind } from '../steps/step-kind'

/** What is wrong with fields that cannot be read: which field, of which shape if it is in a drawing, and what there is. */
export function unreadable(step: ProjectStep, kind: StepKind, [issue]: readonly z.core.$ZodIssue[]): Problem {
  const [first, nth, , name] = issue?.path ?? []
  const unknown = issue?.code === 'unrecognized_keys' ? issue.keys[0] : undefined
  const spec = kind.fields[String(first)]
  if (spec?.type !== 'shapes' || typeof nth !== 'number') {
    const field = String(first ?? unknown ?? '')
    const why = unknown === undefined ? (issue?.message ?? 'unknown') : `this kind of step has no such field; it has ${Object.keys(kind.fields).join(', ')}` // prettier-ignore
    return fail('invalid', `The step's ${unknown ?? (field || 'fields')} cannot be read: ${why}.`, field).problem
  }
  const shape = (step.fields[String(first)] as unknown as Partial<SavedShape>[])[nth]
  const called = `Shape ${letterOf(nth)}${shape?.kind === undefined ? '' : ` (${String(shape.kind)})`}`
  const own = spec.kinds.find((k) => k.kind === shape?.kind)
  const say = (what: string) => fail('invalid', `${called} cannot be read: ${what}.`, String(first)).problem
  if (!own) return say('there is no such kind of shape')
  if (unknown !== undefined) return say(`it has no field ${unknown}; it has ${Object.keys(own.fields).join(', ')}`)
  return say(`${name === undefined ? '' : `at ${issue!.path.slice(3).join('.')}, `}${issue!.message}`)
}
