import { TriangleTree } from '../fit/gap'
import { triangleDistance } from '../fit/triangle-distance'
import { cross, distance, dot, length, sub, type Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import { unpacked } from '../mesh/unpack'

/** Thinner than this is rounding, not material, mm. */
const THIN = 0.003

/**
 * A difference of two solids to be looked at, without what lies between faces that are the same but for rounding: the
 * triangles that are no wider, and those that have one facing the other way so near to their middle. It need not close any more.
 */
export function withoutSlivers(mesh: TaggedMesh): TaggedMesh {
  const triangles = unpacked(mesh.positions, mesh.indices)
  const tree = new TriangleTree(triangles)
  const corner = (i: number, k: number): Vec3 => [triangles[9 * i + 3 * k]!, triangles[9 * i + 3 * k + 1]!, triangles[9 * i + 3 * k + 2]!] // prettier-ignore
  const normal = (i: number) => cross(sub(corner(i, 1), corner(i, 0)), sub(corner(i, 2), corner(i, 0)))
  const kept: number[] = []
  for (let i = 0; i < triangles.length / 9; i++) {
    const middle = [0, 1, 2].map((c) => (triangles[9 * i + c]! + triangles[9 * i + 3 + c]! + triangles[9 * i + 6 + c]!) / 3) // prettier-ignore
    const point = Float32Array.from([...middle, ...middle, ...middle])
    const own = normal(i)
    const longest = Math.max(...[0, 1, 2].map((k) => distance(corner(i, k), corner(i, (k + 1) % 3))))
    let sliver = length(own) < THIN * longest
    tree.within([...middle.map((v) => v - THIN), ...middle.map((v) => v + THIN)], (j) => {
      sliver ||=
        j !== i && dot(own, normal(j)) < 0 && triangleDistance(point, 0, triangles, j, THIN * THIN) < THIN * THIN
    })
    if (!sliver) kept.push(i)
  }
  if (kept.length === mesh.triangleSurface.length) return mesh
  return {
    ...mesh,
    indices: Uint32Array.from(kept.flatMap((t) => [0, 1, 2].map((k) => mesh.indices[3 * t + k]!))),
    triangleSurface: Uint32Array.from(kept.map((t) => mesh.triangleSurface[t]!)),
  }
}
