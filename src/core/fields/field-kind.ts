import type { z } from 'zod'
import type { Pause } from '../built/built'
import type { Printer } from '../document/schema'
import type { Renames } from '../faces/renamed'
import type { Placement } from '../geometry/placement'
import type { Pointable } from '../faces/resolve'
import type { FlatUnion } from '../faces/silhouette'
import type { Solid } from '../kernel/kernel'
import type { Names } from '../references/names'
import type { Reference } from '../references/resolve'
import type { ResolvedOutline } from '../references/resolve-outline'
import type { Result } from '../result'
import type { Drawn, PlaneValue } from './drawn-shape'

/** What every description of a field has: its kind, what it is called, and (for the compiler only) what it comes to. */
export interface FieldBase<Type extends string, Value> {
  type: Type
  label: string
  readonly comesTo?: Value
}

/** What a field comes to before a step runs. */
export interface Resolved {
  value: unknown
  /** Equal keys mean equal values; made of what was meant, not of how it was said. */
  key: string
  /** What the sheet shows and the page is told; only what can be copied. */
  shown?: unknown
  /** Parts that the step may change or use up through this field, by id. */
  changes?: readonly string[]
  /** The reference that this is about. */
  reference?: string
  /** Names that mean something of their own in the formulas of this step, mm. */
  names?: Readonly<Record<string, number>>
}

/** A part as it is before the step. */
export interface PartHere {
  id: string
  name: string
  solid: Solid
  key: string
  /** Its regions and borders; worked out when asked for. */
  pointable: () => Pointable
  /** How it will be printed, as far as the steps before and the maker say. */
  print?: Placement
  pauses?: readonly Pause[] | undefined
}

/** Names something that steps leave for later ones, and says of what type it is. */
export interface Token<T> {
  name: string
  /** In the maker's words: `case`. */
  called: string
  readonly leaves?: T
}

/** `a case`, `an arm`. */
export const withArticle = (noun: string): string => `${/^[aeiou]/i.test(noun) ? 'an' : 'a'} ${noun}`

export const token = <T>(name: string, called: string): Token<T> => ({ name, called })

/** What a step left for later ones. */
export interface Published {
  token: string
  step: string
  /** What it is chosen by: the step's id, with what of the step's it is where that leaves several. */
  id: string
  data: unknown
  /** Changes when the data does. */
  key: string
  /** The reference it is about. */
  reference?: string
  /** Facts of its step for formulas, mm, and the name they go by where it is the one that is meant. */
  facts: Readonly<Record<string, number>>
  as: string
}

/** All that a field can be resolved from. */
export interface Scope {
  names: Names
  printer: Printer
  references: readonly Reference[]
  parts: ReadonlyMap<string, PartHere>
  published: readonly Published[]
  /** Flat outlines that were gathered. */
  outlines?: () => readonly ResolvedOutline[]
  /** Joins flat triangles to outlines without overlaps. */
  flatUnion: FlatUnion
  /** The plane of the drawing that a shape is of. */
  plane?: PlaneValue
  /** Earlier shapes of the same drawing, by id. */
  marks?: ReadonlyMap<string, Drawn>
  /** Fields of the same step that came before. */
  fields: ReadonlyMap<string, Resolved>
}

/** What became of a reference in its next revision. */
export interface Swap extends Renames {
  reference: string
  /** Whether the step that a field is of works on it. */
  own: boolean
}

/** One kind of field: everything about it but its editor. */
export interface FieldKind<Spec extends FieldBase<string, unknown>, Saved = unknown> {
  type: Spec['type']
  /** When it is resolved: things, then what is picked on them, then figures, which may use the names of both. */
  turn: 'things' | 'picks' | 'figures'
  /** The JSON of the field as saved, with its default. */
  schema: (spec: Spec) => z.ZodType<Saved>
  resolve: (saved: Saved, spec: Spec, at: Scope) => Result<Resolved>
  /** What is saved, with each formula in it changed. */
  formulas?: (saved: Saved, change: (formula: string) => string, spec: Spec) => Saved
  /** What is saved once a reference it is about has its next revision. */
  swapped?: (saved: Saved, swap: Swap, spec: Spec) => Saved
  /** For lists of all fields: default, range and unit, as far as it has them. */
  facts?: (spec: Spec) => {
    default?: unknown
    range?: readonly [number, number]
    unit?: string
    options?: readonly string[]
  }
}
