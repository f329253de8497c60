import type { TaggedMesh } from './surface'

/** True if two meshes are the same to the last bit; the kernel may give the same triangles in another order. */
export function sameMesh(a: TaggedMesh, b: TaggedMesh): boolean {
  // Beyond this the numbers for triangles would not be exact any more; such solids are taken to differ.
  if (a.positions.length > 600_000) return false
  if (a.positions.length !== b.positions.length || a.surfaces.length !== b.surfaces.length) return false
  for (let i = 0; i < a.positions.length; i++) if (a.positions[i] !== b.positions[i]) return false
  const of = new Map<number, number>()
  for (let t = 0; t < a.triangleSurface.length; t++) of.set(triangleKey(a, t), a.triangleSurface[t]!)
  for (let t = 0; t < b.triangleSurface.length; t++) {
    const surface = of.get(triangleKey(b, t))
    if (surface === undefined || surface !== b.triangleSurface[t]) return false
  }
  return JSON.stringify(a.surfaces) === JSON.stringify(b.surfaces)
}

/** One number for the three corners of a triangle, whichever of them comes first. */
function triangleKey({ indices, positions }: TaggedMesh, t: number): number {
  const count = positions.length / 3
  const [a, b, c] = [indices[3 * t]!, indices[3 * t + 1]!, indices[3 * t + 2]!]
  const [p, q, r] = a < b && a < c ? [a, b, c] : b < c ? [b, c, a] : [c, a, b]
  return (p * count + q) * count + r
}
