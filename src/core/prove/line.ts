import type { BuiltPart } from '../built/built'
import type { Project } from '../document/schema'
import type { Vec2, Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { Layer } from './layers'
import type { Lying } from './lying'
import type { Overhangs } from './overhangs'
import type { PictureKind } from './picture'
import type { NarrowSpot } from './thin-spots'

/** What the printer will make of one thing about a part. */
export interface ProofLine {
  id: string
  /** What was looked at, a word or two. */
  about: string
  /** A sentence with a figure. */
  says: string
  /** `look`: something for the maker to judge. */
  verdict: 'fine' | 'look'
  /** What would mend it, or help. */
  mends?: string
  /** Single places, the worst first. */
  places: { says: string; at: Vec3; layer?: number }[]
  /** What shows it in the scene. */
  shows?: PictureKind
  /** Steps on whose surfaces the places lie, those of the most places first. */
  of?: string[]
  /** The part is to print without supports (true), or could be told to. */
  without?: boolean
}

/** What lines are said of. */
export interface ProofInput {
  kernel: Kernel
  project: Project
  part: BuiltPart
  solid: Solid
  lies: Lying
  layers: readonly Layer[]
  /** The narrowest first. */
  thin: readonly NarrowSpot[]
  slits: readonly NarrowSpot[]
  leans: Overhangs
  /** A length for the maker, with its unit. */
  say: (mm: number) => string
  /** From a place on a layer to where that is in the project's frame. */
  place: (at: Vec2, layer: Pick<Layer, 'from'>) => Vec3
}

/** Each says one thing. A new one is one file, and one line in `lines/index.ts`. */
export type Line = (input: ProofInput) => ProofLine

/** Walls, and slits, up to so many lines are looked at. */
export const LINES_OF = { material: 3, air: 1 } as const
