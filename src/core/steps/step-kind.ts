import type { RowSpec } from '../fit/rows'
import type { Placement } from '../geometry/placement'
import type { Kernel, Solid } from '../kernel/kernel'
import type { Reference } from '../references/resolve'
import type { FieldSpecs, FieldValues } from './fields'

/**
 * A piece of a step's sentence: plain text, or the place of a field's value with what stands round it.
 * `when` shows it only while another field has a certain value.
 */
export type Word =
  string | { field: string; before?: string; after?: string; when?: readonly [field: string, value: string] }

/** A part as a step leaves it. */
export interface PartOutput {
  id: string
  solid: Solid
  /** For new parts: what they are called and how they look until the maker says otherwise. */
  name?: string
  color?: string
  /** For new parts: takes the part to the way it is printed, underside down. */
  print?: Placement
}

/** What a step leaves behind. */
export interface StepOutput {
  parts: PartOutput[]
  /** Named lengths for formulas of later steps (`case.floor`), mm. */
  facts?: Record<string, number>
  /** What later steps may build on; each kind says which it understands. */
  data?: unknown
  rows: RowSpec[]
  /** Things the maker should know that are no errors. */
  notes: string[]
}

/** What a step is built from. All lengths mm, in the frame in which the board lies flat. */
export interface StepContext<F extends FieldSpecs> {
  id: string
  values: FieldValues<F>
  kernel: Kernel
  /** Largest distance between a curve and its chords, mm. */
  tolerance: number
  printer: { line: number; layer: number; gaps: Readonly<Record<string, number>> }
  reference: (id: string) => Reference
  part: (id: string) => Solid
  /** The id of the step of this kind a field names, or the nearest one before, and what it left. */
  earlier: (kind: string, id: string) => { id: string; data: unknown; reference: Reference | undefined }
}

/** One kind of step: everything about it is in its own folder. */
export interface StepKind<F extends FieldSpecs = FieldSpecs> {
  kind: string
  /** As an action, for adding it. */
  title: string
  /** Words a maker might search it by. */
  findBy: readonly string[]
  fields: F
  sentence: readonly Word[]
  /** The parts it takes as they are and changes; none for steps that make parts. */
  changes: (context: Pick<StepContext<F>, 'id' | 'values' | 'earlier'>) => readonly string[]
  build: (context: StepContext<F>) => StepOutput
}

export const stepKind = <F extends FieldSpecs>(kind: StepKind<F>): StepKind<F> => kind
