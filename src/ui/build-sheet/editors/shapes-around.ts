import type { Project } from '@/core/document/schema'
import type { SavedShape } from '@/core/fields/shapes'
import { letterOf } from '../../store/drawing-state'

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
