import type { RowSpec } from '../fit/rows'
import type { Placement } from '../geometry/placement'
import type { TaggedMesh } from '../kernel/surface'
import type { Reference } from '../references/resolve'
import type { Problem } from '../result'

/** Chord tolerance, mm, while a value is dragged, in view and for export. */
export const QUALITY = { drag: 0.03, view: 0.004, export: 0.002 } as const
export type Quality = keyof typeof QUALITY

/** A part as built. */
export interface BuiltPart {
  id: string
  name: string
  color: string
  /** Changes when the part's shape does. */
  key: string
  mesh: TaggedMesh
  /** mm3 */
  volume: number
  /** Takes the part to the way it is printed. */
  print: Placement
}

/** How one step came out. */
export interface StepReport {
  id: string
  /** Worked-out values by field, mm for lengths. */
  values: Record<string, unknown>
  problems: Problem[]
  notes: string[]
  /** True if it is switched off or its parts keep an older shape. */
  stale: boolean
  reused: boolean
}

export interface Build {
  quality: Quality
  references: Reference[]
  parts: BuiltPart[]
  steps: StepReport[]
  rows: RowSpec[]
  /** Names formulas may use, with their values in mm or plain. */
  names: Record<string, number>
  /** Problems of the project's numbers, by number id. */
  numberProblems: Record<string, Problem>
}
