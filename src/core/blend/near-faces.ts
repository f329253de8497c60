import { distanceToTriangle } from '../faces/onto'
import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { wholesOf } from '../faces/wholes'
import { TriangleTree } from '../fit/gap'
import { placeAt, type Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import { unpacked } from '../mesh/unpack'

const known = new WeakMap<Pointable, Map<number, TriangleTree>>()

/** The triangles of a region, and of all that are one face with it, for looking which of them are near. */
export function regionTree(on: Pointable, region: number): TriangleTree {
  const trees = known.get(on) ?? new Map<number, TriangleTree>()
  known.set(on, trees)
  const tree = trees.get(region) ?? treeOfThese(on.mesh, wholeOf(on, region))
  trees.set(region, tree)
  return tree
}

function wholeOf(on: Pointable, region: number): number[] {
  const wholes = wholesOf(on)
  return wholes.flatMap((w, r) => (w === wholes[region] ? [...trianglesOf(on.topology, r)] : []))
}

/** Those triangles of a mesh that are wanted. */
export function treeOf(
  { positions, indices }: Pick<TaggedMesh, 'positions' | 'indices'>,
  wanted: (t: number) => boolean,
): TriangleTree {
  return treeOfThese({ positions, indices }, Array.from({ length: indices.length / 3 }, (_, t) => t).filter(wanted))
}

const treeOfThese = ({ positions, indices }: Pick<TaggedMesh, 'positions' | 'indices'>, triangles: ArrayLike<number>) =>
  new TriangleTree(unpacked(positions, indices, triangles))

/** How far the nearest of the triangles is from a point, mm; Infinity where none is within reach. */
export function offFrom(p: Vec3, tree: TriangleTree, reach: number): number {
  const t = tree.triangles
  const at = (n: number) => placeAt(t, n)
  const box = [...p.map((v) => v - reach), ...p.map((v) => v + reach)]
  let least = Infinity
  tree.within(box, (n) => (least = Math.min(least, distanceToTriangle(p, at(3 * n), at(3 * n + 1), at(3 * n + 2)))))
  return least
}

/** True if one of the triangles is so near to a point. @param slack mm */
export const isNear = (p: Vec3, tree: TriangleTree, slack: number): boolean => offFrom(p, tree, slack) <= slack
