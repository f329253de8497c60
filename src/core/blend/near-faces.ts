import { distanceToTriangle } from '../faces/onto'
import type { Pointable } from '../faces/resolve'
import { TriangleTree } from '../fit/gap'
import type { Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'

const known = new WeakMap<Pointable, Map<number, TriangleTree>>()

/** The triangles of a region, for looking which of them are near. */
export function regionTree(on: Pointable, region: number): TriangleTree {
  const trees = known.get(on) ?? new Map<number, TriangleTree>()
  known.set(on, trees)
  const tree = trees.get(region) ?? treeOf(on.mesh, (t) => on.topology.regionOf[t] === region)
  trees.set(region, tree)
  return tree
}

/** Those triangles of a mesh that are wanted. */
export function treeOf(
  { positions, indices }: Pick<TaggedMesh, 'positions' | 'indices'>,
  wanted: (t: number) => boolean,
): TriangleTree {
  const out: number[] = []
  for (let t = 0; t < indices.length / 3; t++)
    if (wanted(t)) for (let k = 0; k < 9; k++) out.push(positions[3 * indices[3 * t + Math.floor(k / 3)]! + (k % 3)]!)
  return new TriangleTree(Float32Array.from(out))
}

/** True if one of the triangles is so near to a point. @param slack mm */
export function isNear(p: Vec3, tree: TriangleTree, slack: number): boolean {
  const t = tree.triangles
  const at = (i: number): Vec3 => [t[i]!, t[i + 1]!, t[i + 2]!]
  const box = [...p.map((v) => v - slack), ...p.map((v) => v + slack)]
  let found = false
  tree.within(box, (n) => (found ||= distanceToTriangle(p, at(9 * n), at(9 * n + 3), at(9 * n + 6)) <= slack))
  return found
}
