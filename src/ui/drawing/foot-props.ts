import type { Drawn } from '@/core/fields/drawn-shape'
import type { Region } from '@/core/fields/region'
import type { SavedShape } from '@/core/fields/shapes'
import type { DrawingState } from '../store/drawing-state'
import type { DrawingActs } from './drawing-acts'
import type { LooseEnd } from './loose-ends'
import type { Marked } from './marked'
import type { Snapped } from './snapping'
import type { Meant } from './use-region'

export interface FootProps {
  acts: DrawingActs
  state: DrawingState
  drawn: readonly Drawn[]
  saved: readonly SavedShape[]
  letter: (shape: string) => string
  cursor: Snapped | undefined
  /** What of the drawing can be tied. */
  marks: readonly Marked[]
  /** Ends that meet no other, and at how many places lines cross without meeting. */
  loose: readonly LooseEnd[]
  crossed: number
  /** What the drawing comes to, and the region of it that was clicked. */
  region: Region | undefined
  meant: Meant | undefined
}
