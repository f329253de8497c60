import type { Project } from '@/core/document/schema'
import type { SavedShape } from '@/core/fields/shapes'
import { letterOf } from '@/core/fields/shape-letters'

/** Parts that there are before a step. */
export function partsBefore<P extends { id: string }>(
  { steps }: Project,
  step: string | undefined,
  built: readonly P[],
): P[] {
  const after = new Set(steps.slice(steps.findIndex((s) => s.id === step)).map((s) => s.id))
  return built.filter((p) => !after.has(p.id))
}

/** The drawing that a shape stands in: the shapes before it, and what each is called. */
export function shapesAround({ steps }: Project, shape: string) {
  for (const step of steps) {
    const list = step.fields.shapes
    if (!Array.isArray(list)) continue
    const all = list as unknown as SavedShape[]
    const at = all.findIndex((s) => s.id === shape)
    if (at < 0) continue
    const letter = (id: string): string | undefined => {
      const i = all.findIndex((s) => s.id === id)
      return i < 0 ? undefined : letterOf(i)
    }
    return { step: step.id, before: all.slice(0, at), letter }
  }
  return { step: undefined, before: [] as SavedShape[], letter: () => undefined }
}
