import type { ProjectStep } from '@/core/document/schema'
import type { StepView } from '@/worker/views'

/** What the editor of a field is given. */
export interface EditorProps<Spec, Saved> {
  step: ProjectStep
  /** The field's name. */
  field: string
  spec: Spec
  /** As the document has it, defaults filled in. */
  saved: Saved
  /** How the step came out; nothing yet while the first build is on its way. */
  report: StepView | undefined
  write: (saved: Saved) => void
}
