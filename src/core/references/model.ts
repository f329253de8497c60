import type { Placement } from '../geometry/placement'
import type { RecognisedFace } from '../recognise/recognised-face'

/** One shape of an imported file, in its own coordinates, mm; kept once however often it is placed. */
export interface ImportedShape {
  /** Packed x y z, mm. */
  positions: Float32Array
  /** Three vertices a triangle, anticlockwise seen from outside. */
  indices: Uint32Array
  /** For face k, its triangles are faceStarts[k] to faceStarts[k + 1] - 1. */
  faceStarts: Uint32Array
  /** What the faces are, where that is not to be read off their triangles one by one. */
  faces?: RecognisedFace[]
  /** Of the curved shape the triangles stand for, where the file says it: mm3 and mm2. */
  exact?: { volume: number; area: number }
}

/** One solid at one place. */
export interface ImportedItem {
  /** Unique within the file and the same at every import of it: its path, numbered where names repeat. */
  id: string
  name: string
  /** The assemblies it is in, outermost first. */
  path: string[]
  /** sRGB as #rrggbb, when the file has one. */
  color?: string
  /** Index into `shapes`. */
  shape: number
  placement: Placement
}

/** The unit a file's numbers are in, and how that is known. */
export interface FileUnit {
  name: string
  /** In words: `declared in the file`, or what the guess rests on. */
  from: string
  /** False where it is a guess that the maker may put right. */
  certain: boolean
}

/** The units files come in, mm each. */
export const FILE_UNITS = {
  um: 0.001,
  mm: 1,
  cm: 10,
  m: 1000,
  thou: 0.0254,
  in: 25.4,
  ft: 304.8,
  px: 25.4 / 96,
} as const
export type UnitName = keyof typeof FILE_UNITS

export interface ImportedModel {
  format: 'step' | 'stl' | 'obj' | '3mf' | 'idf'
  /** All lengths here are mm already, worked out with this unit. */
  unit: FileUnit
  shapes: ImportedShape[]
  items: ImportedItem[]
  /** What the maker should know about the import, in sentences. */
  notes: string[]
}
