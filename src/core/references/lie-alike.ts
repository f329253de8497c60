import type { Project } from '../document/schema'
import { compose, invert, type Placement } from '../geometry/placement'

/** For each reference whose board lies in the case of another's, that one, by ids: steps name the others as `also`. */
export function liesWith({ steps, references }: Pick<Project, 'steps' | 'references'>): ReadonlyMap<string, string> {
  const out = new Map<string, string>()
  for (const { fields } of steps) {
    if (!Array.isArray(fields.also)) continue
    const others = fields.also.filter((id): id is string => typeof id === 'string')
    const first = typeof fields.reference === 'string' ? fields.reference : references.find((r) => !others.includes(r.id))?.id // prettier-ignore
    for (const id of others) if (first !== undefined && id !== first && !out.has(id)) out.set(id, first)
  }
  return out
}

/** Whether a board lies flat, its top or its underside up, where another does: by frames that take flat boards to the project's. */
export const isAlike = (own: Placement, other: Placement): boolean => Math.abs(Math.abs(compose(invert(other), own)[10]!) - 1) < 1e-9 // prettier-ignore
