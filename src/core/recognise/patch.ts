import type { Vec3 } from '../geometry/vec'

/** Part of a mesh to be recognised: its facets and its vertices, each once. Lengths in mm. */
export interface Patch {
  facets: readonly { normal: Vec3; area: number; middle: Vec3 }[]
  points: readonly Vec3[]
  /** Vertices may lie this far off. */
  slack: number
}
