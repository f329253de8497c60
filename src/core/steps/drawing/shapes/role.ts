import { choiceField } from '../../../fields/choice'
import type { ShapeRole } from '../../../fields/drawn-shape'

/** What a shape is, at the end of its sentence. */
export const roleField = (fallback: ShapeRole = 'material') =>
  choiceField<ShapeRole>('What it is', fallback, { material: 'material', hole: 'a hole', guide: 'a guide' })
