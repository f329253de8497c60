import { cross, dot, placeAt, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { TaggedMesh } from '../kernel/surface'

/**
 * A solid without its loose pieces, and without the closed rooms in it, that are smaller than a volume, mm3: what chords
 * leave beside each other, and between each other, when solids are cut and joined.
 */
export function withoutChips(kernel: Kernel, solid: Solid, under: number): Solid {
  // The inside of a closed room is a body of less than no volume.
  if (!kernel.bodies(solid).some((b) => Math.abs(b.volume()) < under)) return solid
  const mesh = kernel.read(solid)
  const { shellOf, volumes } = shellsOf(mesh)
  const kept = [...mesh.triangleSurface.keys()].filter((t) => Math.abs(volumes.get(shellOf(mesh.indices[3 * t]!))!) >= under) // prettier-ignore
  const numbers = new Map<number, number>()
  const positions: number[] = []
  const indices = kept.flatMap((t) => [0, 1, 2].map((k) => {
    const vertex = mesh.indices[3 * t + k]!
    const known = numbers.get(vertex) ?? numbers.size
    if (known === numbers.size) positions.push(...mesh.positions.subarray(3 * vertex, 3 * vertex + 3))
    numbers.set(vertex, known)
    return known
  })) // prettier-ignore
  const made = kernel.fromFaces(positions, indices, kept.map((t) => mesh.triangleSurface[t]!), mesh.surfaces) // prettier-ignore
  if (!made.ok || kept.length === mesh.triangleSurface.length) return solid
  // What touched the rest along an edge is parted from it when it is taken in again, and seen then.
  return withoutChips(kernel, made.value, under)
}

/** The closed skins of a mesh, each by one of its vertices, and what each of them goes round, mm3. */
function shellsOf({ positions, indices }: TaggedMesh) {
  const up = Uint32Array.from({ length: positions.length / 3 }, (_, i) => i)
  const shellOf = (vertex: number): number => {
    let v = vertex
    while (up[v] !== v) v = up[v] = up[up[v]!]!
    return v
  }
  for (let i = 0; i < indices.length; i += 3)
    for (const k of [1, 2]) up[shellOf(indices[i + k]!)] = shellOf(indices[i]!)
  const volumes = new Map<number, number>()
  for (let i = 0; i < indices.length; i += 3) {
    const shell = shellOf(indices[i]!)
    const [a, b, c] = [0, 1, 2].map((k) => placeAt(positions, indices[i + k]!)) as [Vec3, Vec3, Vec3]
    volumes.set(shell, (volumes.get(shell) ?? 0) + dot(a, cross(b, c)) / 6)
  }
  return { shellOf, volumes }
}
