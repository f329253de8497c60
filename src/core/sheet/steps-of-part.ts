import type { Project, ProjectStep } from '../document/schema'
import { mentions } from '../document/mentions'
import { stepKindNamed } from '../steps/registry'
import { makes, namedBy } from './parts-steps'

/**
 * The steps that make a part or change it, and those that these stand on: drawings, cases.
 * @returns ids
 */
export function stepsOfPart({ steps }: Pick<Project, 'steps'>, part: string): ReadonlySet<string> {
  const own = new Set(steps.filter((s) => makes(s, part) || mentions(s.fields, part)).map((s) => s.id))
  // Backwards, so that what a step stands on is there before that is asked what it stands on itself.
  for (const [i, step] of [...steps.entries()].reverse()) {
    if (!own.has(step.id)) continue
    const before = steps.slice(0, i)
    for (const other of before) if (mentions(step.fields, other.id) && leavesSomething(other)) own.add(other.id)
    for (const [, id] of namedBy(step, before)) own.add(id)
  }
  return own
}

/** A step that leaves something for others, rather than a part of its own. */
const leavesSomething = ({ kind }: ProjectStep): boolean => (stepKindNamed(kind)?.publishes ?? []).length > 0
