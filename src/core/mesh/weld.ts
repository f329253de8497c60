import { mix } from './hash'

/** Points closer than this are one, mm. */
const WELD = 1e-5

/**
 * Gives each vertex the number of the first one at its place.
 * @param positions packed x y z, mm
 * @returns for each vertex, the index of its representative
 */
export function weldIndex(positions: ArrayLike<number>, tolerance = WELD): Uint32Array {
  const count = positions.length / 3
  const out = new Uint32Array(count)
  let size = 16
  while (size < 2 * count) size *= 2
  // Open addressing over the rounded coordinates; a slot holds a vertex number plus 1.
  const table = new Int32Array(size)
  const cells = new Float64Array(3 * count)
  for (let i = 0; i < 3 * count; i++) cells[i] = Math.round(positions[i]! / tolerance)
  for (let i = 0; i < count; i++) {
    const [x, y, z] = [cells[3 * i]!, cells[3 * i + 1]!, cells[3 * i + 2]!]
    let slot = mix(x, y, z) & (size - 1)
    for (;;) {
      const known = table[slot]! - 1
      if (known < 0) {
        table[slot] = i + 1
        out[i] = i
        break
      }
      if (cells[3 * known] === x && cells[3 * known + 1] === y && cells[3 * known + 2] === z) {
        out[i] = known
        break
      }
      slot = (slot + 1) & (size - 1)
    }
  }
  return out
}

/** Triangles over vertices that are used and lie apart from each other. */
export interface IndexedMesh {
  /** Packed x y z, mm. */
  positions: Float64Array
  /** Three vertices a triangle, anticlockwise seen from outside. */
  indices: Uint32Array
}

/** The mesh with coinciding vertices joined, and triangles that lose a corner by it left out. */
export function welded(positions: ArrayLike<number>, indices: ArrayLike<number>, tolerance = WELD): IndexedMesh {
  const first = weldIndex(positions, tolerance)
  const number = new Int32Array(positions.length / 3).fill(-1)
  const points: number[] = []
  const triangles: number[] = []
  const vertex = (i: number): number => {
    const key = first[i]!
    if (number[key]! < 0) {
      number[key] = points.length / 3
      points.push(positions[3 * key]!, positions[3 * key + 1]!, positions[3 * key + 2]!)
    }
    return number[key]!
  }
  for (let t = 0; t < indices.length; t += 3) {
    const [i, j, k] = [indices[t]!, indices[t + 1]!, indices[t + 2]!]
    if (first[i] === first[j] || first[j] === first[k] || first[i] === first[k]) continue
    triangles.push(vertex(i), vertex(j), vertex(k))
  }
  return { positions: Float64Array.from(points), indices: Uint32Array.from(triangles) }
}
