import type { Placement } from '../geometry/placement'
import type { IndexedMesh } from '../mesh/weld'

/** A mesh to be looked at while its faces are still being found: three corners a triangle, mm, as in the file. */
export interface EarlyMesh {
  positions: Float32Array
  /** Of the facets, for each corner. */
  normals: Float32Array
}

/** All items of a file where it has them. Placements are in mm already. */
export function earlyMesh(
  meshes: readonly IndexedMesh[],
  items: readonly { shape: number; placement: Placement }[],
): EarlyMesh {
  const total = items.reduce((n, i) => n + meshes[i.shape]!.indices.length, 0)
  const positions = new Float32Array(3 * total)
  const normals = new Float32Array(3 * total)
  let at = 0
  for (const { shape, placement } of items) {
    const { positions: from, indices } = meshes[shape]!
    const [a, b, c, d, e, f, g, h, i, j, k, l] = placement as unknown as [number, number, number, number, number, number, number, number, number, number, number, number] // prettier-ignore
    for (const v of indices) {
      const [x, y, z] = [from[3 * v]!, from[3 * v + 1]!, from[3 * v + 2]!]
      positions[at] = a * x + b * y + c * z + d
      positions[at + 1] = e * x + f * y + g * z + h
      positions[at + 2] = i * x + j * y + k * z + l
      at += 3
    }
  }
  for (let t = 0; t < positions.length; t += 9) facetNormal(positions, t, normals)
  return { positions, normals }
}

function facetNormal(p: Float32Array, t: number, out: Float32Array): void {
  const ux = p[t + 3]! - p[t]!
  const uy = p[t + 4]! - p[t + 1]!
  const uz = p[t + 5]! - p[t + 2]!
  const vx = p[t + 6]! - p[t]!
  const vy = p[t + 7]! - p[t + 1]!
  const vz = p[t + 8]! - p[t + 2]!
  const nx = uy * vz - uz * vy
  const ny = uz * vx - ux * vz
  const nz = ux * vy - uy * vx
  const l = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1
  for (let k = t; k < t + 9; k += 3) {
    out[k] = nx / l
    out[k + 1] = ny / l
    out[k + 2] = nz / l
  }
}
