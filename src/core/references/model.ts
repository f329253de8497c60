import type { Placement } from '../geometry/placement'
import type { RecognisedFace } from '../recognise/recognised-face'
import type { FileUnit } from '../units/file-unit'

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

export interface ImportedModel {
  format: 'step' | 'stl' | 'obj' | '3mf' | 'idf'
  /** All lengths here are mm already, worked out with this unit. */
  unit: FileUnit
  shapes: ImportedShape[]
  items: ImportedItem[]
  /** What the maker should know about the import, in sentences. */
  notes: string[]
}
