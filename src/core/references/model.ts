import type { Placement } from '../geometry/placement'

/** One shape of an imported file, in its own coordinates, mm; kept once however often it is placed. */
export interface ImportedShape {
  /** Packed x y z, mm. */
  positions: Float32Array
  /** Three vertices a triangle, anticlockwise seen from outside. */
  indices: Uint32Array
  /** For face k, its triangles are faceStarts[k] to faceStarts[k + 1] - 1. */
  faceStarts: Uint32Array
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
  format: 'step'
  /** The unit the file is written in, and how that is known. All lengths here are mm already. */
  unit: { name: string; from: string }
  shapes: ImportedShape[]
  items: ImportedItem[]
  /** What the maker should know about the import, in sentences. */
  notes: string[]
}
