import type { Build, BuiltPart, StepReport } from '../core/built/built'
import type { keptMeasure } from '../core/fit/kept-measures'
import type { Seen } from '../core/faces/resolve'
import type { Box3, Vec3 } from '../core/geometry/vec'
import type { SurfaceShape } from '../core/kernel/surface'
import type { RoundFeature } from '../core/recognise/holes'
import type { PlacedItem } from '../core/references/place-items'
import type { Reference } from '../core/references/resolve'
import type { Change } from '../core/references/revision'
import type { Material } from '../core/sheet/effects'
import type { OutlineView } from './outline-view'
import type { ShownMesh } from './shown-mesh'

/** What of a part changes with its shape only. */
export interface PartBody extends Seen {
  /** For each region what can be said of it, as bits (`alter/fact-bits`). */
  facts: Uint8Array
  bounds: Box3
  shown: ShownMesh
}
export interface PartLabel extends Omit<BuiltPart, 'mesh'> {
  /** How large it is the way it is printed, mm. */
  lies: Vec3
}
/** A part for the lists and the scene. */
export interface PartView extends PartLabel {
  body: PartBody
}
/** An item for the lists and the scene. */
export interface ItemView extends Omit<PlacedItem, 'positions' | 'indices' | 'solid' | 'stands'> {
  shown: ShownMesh
  /** What it needs on its way, if it moves. */
  space?: ShownMesh
  /** What each face is, where the item is placed. */
  surfaces: SurfaceShape[]
  /** Round holes and pins. */
  rounds: RoundFeature[]
}
export interface ReferenceView extends Omit<Reference, 'items'> {
  items: ItemView[]
}
export interface ChangeView extends Change {
  shown?: ShownMesh
}
/** Two revisions of a reference held against each other. */
export interface Comparison {
  changes: ChangeView[]
  /** Which edge of the board became which. */
  edges: Record<string, string>
}
/** What a kept length comes to. */
export interface MeasureView {
  id: string
  found: ReturnType<typeof keptMeasure>
  key: string
}
/** Material that a step adds or takes away. */
export interface MaterialView extends Omit<Material, 'mesh'> {
  shown: ShownMesh
}
/** What a step does to the parts before it. */
export interface EffectView {
  step: string
  added?: MaterialView
  taken?: MaterialView
  used?: MaterialView
}
/** A step's report, with a key that changes when anything in it does. */
export type StepView = StepReport & { key: string }

/** A build as the page has it. */
export interface BuildView extends Omit<Build, 'references' | 'parts' | 'steps'> {
  steps: StepView[]
  references: ReferenceView[]
  parts: PartView[]
  outlines: OutlineView[]
  measures: MeasureView[]
  /** Change when the names, or what is wrong with numbers, do. */
  namesKey: string
  /** ms */
  took: number
}

/** Something that the page has already, by its key. */
export interface Same {
  same: string
}
/** A build as it is sent: what the page has is left out. */
export interface SentBuild extends Omit<BuildView, 'references' | 'parts' | 'outlines' | 'steps'> {
  steps: (StepView | Same)[]
  references: (ReferenceView | Same)[]
  parts: (PartLabel & { body?: PartBody })[]
  outlines: (OutlineView | Same)[]
}

/** Keys of all that a page can put in by itself. */
export const keysOf = (build: BuildView): string[] => [
  ...build.parts.map((p) => p.key),
  ...[...build.references, ...build.outlines, ...build.steps].map((x) => x.key),
]
