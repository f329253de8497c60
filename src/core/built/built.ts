import type { Placement } from '../geometry/placement'
import type { Vec2, Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import type { Reference } from '../references/resolve'
import type { Problem } from '../result'
import type { KnownNames } from '../units/known-lengths'
import type { RowSpec } from './rows'

/** Chord tolerance, mm, while a value is dragged, in view and for export. */
export const QUALITY = { drag: 0.03, view: 0.004, export: 0.002 } as const
export type Quality = keyof typeof QUALITY

/** Where a print is halted, so that something can be laid in. */
export interface Pause {
  /** Of whole layers, above the bed, mm. */
  height: number
  /** After so many of them. */
  layers: number
  /** What is to be done meanwhile, for the maker. */
  to: string
}

/** A part as built, in the project's frame. */
export interface BuiltPart {
  id: string
  name: string
  color: string
  /** Changes when the part's shape does. */
  key: string
  mesh: TaggedMesh
  /** mm3 */
  volume: number
  /** The middle of its mass, mm. */
  middle: Vec3
  /** Faces in colours of their own, by their regions; `lost` are those that are not there any more, by their place in the list. */
  painted?: { regions: { region: number; color: string }[]; lost: number[] }
  /** Takes the part to the way it is printed. */
  print: Placement
  pauses?: readonly Pause[] | undefined
  /** Of a piece of a divided part. */
  piece?: Piece | undefined
}

/** What is known of a piece of a divided part. */
export interface Piece {
  /** What the whole was called, before anything of it was divided. */
  whole: string
  /** Where it is drawn when pieces are drawn apart, from where it belongs, in lengths of one step. */
  away: Vec3
}

/** Places on a plane that a field of a step says, or that were found because it says none. */
export interface PlacesOn {
  field: string
  frame: Placement
  at: readonly Vec2[]
}

/** How one step came out. */
export interface StepReport {
  id: string
  /** What the sheet shows of each field that was worked out: mm for lengths, degrees for angles, ids. */
  values: Record<string, unknown>
  problems: Problem[]
  notes: string[]
  /** True if it is switched off or its parts keep an older shape. */
  stale: boolean
  reused: boolean
  /** It made parts as they were, and leaves nothing else behind. */
  idle?: boolean
  /** Where places that a field of it has, or that were found for it, lie on a plane, mm. */
  places?: PlacesOn
  /** Where what it moves by three figures was before, mm. */
  draggedFrom?: Vec3
  /** The reference it works on, as resolved. */
  reference?: string
  /** Under which name formulas find its facts. */
  factsAs?: string
  /** Names that mean something else in its formulas than in others, mm. */
  own?: Readonly<Record<string, number>>
}

/** What a step left for later ones: the token's name, and the reference it is about. */
export interface Left {
  step: string
  /** What it is chosen by, where it is not the only one of its step. */
  id?: string
  token: string
  reference?: string
}

export interface Build {
  quality: Quality
  references: Reference[]
  parts: BuiltPart[]
  steps: StepReport[]
  rows: RowSpec[]
  left: Left[]
  /** What parts were called that are used up by the end of the sheet, by id. */
  usedUp: Readonly<Record<string, string>>
  /** Names formulas may use, with their values in mm or plain. */
  names: KnownNames
  /** Problems of the project's numbers, by number id. */
  numberProblems: Record<string, Problem>
}
