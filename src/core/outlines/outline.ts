import type { Profile, Segment } from '../profile/segment'
import type { FileUnit } from '../units/file-unit'

/** Lines and arcs of one layer as a reader finds them, in any order and sense, in the file's own numbers. */
export interface RawLayer {
  name: string
  segments: Segment[]
}
export interface RawDrawing {
  layers: RawLayer[]
  /** What was left out, and other things to know, in sentences. */
  notes: string[]
}

/** A layer of a drawing, mm. */
export interface OutlineLayer {
  name: string
  /** Closed loops: outsides anticlockwise, what is cut out of them clockwise. */
  profile: Profile
  /** Runs that do not close. */
  open: Segment[][]
}

/** A flat drawing as imported, mm. */
export interface ImportedOutline {
  format: 'dxf' | 'svg'
  unit: FileUnit
  layers: OutlineLayer[]
  notes: string[]
}
