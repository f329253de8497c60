/** A mesh to be written: packed x y z in mm, three vertices a triangle. */
export interface OutMesh {
  positions: ArrayLike<number>
  indices: ArrayLike<number>
}

/**
 * Binary STL: 80 bytes of header, the number of triangles, then 50 bytes a triangle (normal, three
 * corners as 32-bit floats, two spare bytes). STL knows no unit; the numbers are millimetres.
 */
export function writeStl({ positions, indices }: OutMesh, title: string): Uint8Array {
  const count = indices.length / 3
  const bytes = new Uint8Array(84 + 50 * count)
  // A header that begins with "solid" would be taken for text.
  const header = new TextEncoder().encode(`Anorak, mm: ${title}`).subarray(0, 80)
  bytes.set(header)
  const view = new DataView(bytes.buffer)
  view.setUint32(80, count, true)
  let at = 84
  for (let t = 0; t < count; t++) {
    const p = [0, 1, 2].map((k) => 3 * indices[3 * t + k]!)
    const [ax, ay, az] = [positions[p[0]!]!, positions[p[0]! + 1]!, positions[p[0]! + 2]!]
    const [ux, uy, uz] = [positions[p[1]!]! - ax, positions[p[1]! + 1]! - ay, positions[p[1]! + 2]! - az]
    const [vx, vy, vz] = [positions[p[2]!]! - ax, positions[p[2]! + 1]! - ay, positions[p[2]! + 2]! - az]
    const n = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
    const l = Math.hypot(...n) || 1
    for (const value of n) at = put(view, at, value / l)
    for (const i of p) for (let k = 0; k < 3; k++) at = put(view, at, positions[i + k]!)
    at += 2
  }
  return bytes
}

function put(view: DataView, at: number, value: number): number {
  view.setFloat32(at, value, true)
  return at + 4
}
