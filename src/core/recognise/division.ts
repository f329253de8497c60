import type { IndexedMesh } from '../mesh/weld'
import { type Facet, vertex } from './faces'
import type { RecognisedFace } from './recognised-face'
import type { Patch } from './patch'

/** A mesh being divided into faces. */
export interface Division {
  mesh: IndexedMesh
  opposite: Int32Array
  /** One for each triangle. */
  facets: readonly Facet[]
  /** The least height of each triangle, mm. */
  heights: Float32Array
  slack: number
  /** For each triangle its group. */
  group: Int32Array
  /** For each group what it is. */
  faces: (RecognisedFace | undefined)[]
}

/** What is to be fitted to some of the triangles. */
export function patchOf(division: Division, triangles: readonly number[]): Patch {
  const { mesh, facets, slack } = division
  const corners = new Set<number>()
  for (const t of triangles) for (let k = 0; k < 3; k++) corners.add(mesh.indices[3 * t + k]!)
  return {
    facets: triangles.map((t) => facets[t]!),
    points: [...corners].map((v) => vertex(mesh.positions, v)),
    slack,
  }
}

/** Makes a face of triangles. */
export function settle(division: Division, triangles: readonly number[], face: RecognisedFace): void {
  const group = division.faces.push(face) - 1
  for (const t of triangles) division.group[t] = group
}
