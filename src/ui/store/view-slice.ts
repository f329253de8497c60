import type { SavedTaken } from '@/core/fields/taken-edges'
import type { Pick } from '@/core/fit/picks'
import type { Vec3 } from '@/core/geometry/vec'
import type { Arrangement } from '@/core/print/arrange'
import type { PictureKind } from '@/core/prove/picture'
import type { Material } from '@/core/units/materials'
import type { DrawingState } from './drawing-state'
import type { PhotoState } from './photo-state'
import type { Slice } from './slice'

/** The places of the work. */
export const PLACES = {
  gather: 'Gather',
  shape: 'Shape',
  divide: 'Divide',
  parts: 'Parts',
  prove: 'Prove',
  print: 'Print',
} as const
export type Place = keyof typeof PLACES

export interface Section {
  axis: 'x' | 'y' | 'z'
  /** mm along the axis */
  at: number
  /** Looks at the other half. */
  flipped: boolean
}

/** How a part or a reference is shown. */
export type Showing = 'solid' | 'ghost' | 'hidden'

/** What is looked at of a part as it will be printed. */
export interface Proving {
  /** The first of all, if absent. */
  part: string | undefined
  shows: PictureKind | 'layer' | undefined
  /** From 1. */
  layer: number
  /** A place that is pointed out. */
  at: Vec3 | undefined
}

/** What is looked at, pointed at and being worked on; not part of the project. */
export interface View {
  place: Place
  hover: Pick | undefined
  picks: Pick[]
  measuring: boolean
  /** All that can be done with a pick is listed, not the first few. */
  allVerbs: boolean
  section: Section | undefined
  showing: Record<string, Showing>
  pointedRow: string | undefined
  /** A step of the sheet that is pointed at. */
  pointedStep: string | undefined
  /** Edges that what is pointed at among the verbs would be about. */
  pointedEdges: readonly SavedTaken[] | undefined
  /** The step that is worked on in the sheet, or was added last: what it adds and takes is hatched. */
  inHand: string | undefined
  /** The part that is held against how it was made, while no step is in hand. */
  since: string | undefined
  /** Variants: side by side, or what is different in the one named. */
  comparing: string | undefined
  perspective: boolean
  /** In the place Prove. */
  proving: Proving
  /** How far pieces of divided parts are drawn apart, 0 to 1. */
  apart: number
  /** How parts stand when they are saved, and which of them on the plates is in hand: part and copy. */
  arrangement: Arrangement
  onPlate: { part: string; copy: number } | undefined
  /** How parts are lit: `striped` shows creases and dents, `bent` how strongly faces bend. */
  light: 'plain' | 'striped' | 'bent'
  /** The radius that has the full shade of bends, mm. */
  tightest: number
  /** What picked items are taken to be made of. */
  material: Material
  /** The simulated calipers are at hand. */
  calipers: boolean
  /** The field being edited, as `step.field`. */
  editing: string | undefined
  /** The photo that is worked on, in place of the scene. */
  photo: PhotoState | undefined
  /** The drawing that is worked on. */
  drawing: DrawingState | undefined
}

export interface ViewSlice extends View {
  set: (change: Partial<View>) => void
}

export const viewSlice =
  (place: Place): Slice<ViewSlice> =>
  (set) => ({
    place,
    hover: undefined,
    picks: [],
    measuring: false,
    allVerbs: false,
    section: undefined,
    showing: {},
    pointedRow: undefined,
    pointedStep: undefined,
    pointedEdges: undefined,
    inHand: undefined,
    since: undefined,
    comparing: undefined,
    perspective: false,
    proving: { part: undefined, shows: undefined, layer: 1, at: undefined },
    apart: 0,
    arrangement: 'bed',
    onPlate: undefined,
    light: 'plain',
    tightest: 4,
    material: 'PLA',
    calipers: false,
    editing: undefined,
    photo: undefined,
    drawing: undefined,
    set,
  })
