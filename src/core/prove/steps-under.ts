import type { BuiltPart } from '../built/built'
import { distanceToTriangle } from '../faces/onto'
import { TriangleTree } from '../fit/gap'
import { placeAt, type Vec3 } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import { unpacked } from '../mesh/unpack'
import type { Lying } from './lying'

/** A face that hangs over a place is no farther from it, mm: a layer may begin over it, and be narrower. */
const NEAR = 1.5
/** So many places are looked at. */
const MOST = 200

/** The steps whose faces hang over places on the bed's frame, those of the most places first. */
export function stepsUnder({ mesh }: BuiltPart, { positions, indices }: Lying, spots: readonly Vec3[]): string[] {
  const hanging = Array.from(mesh.triangleSurface.keys()).filter((t) => doubledNormal(positions, indices, t)[2] < 0)
  const tree = new TriangleTree(unpacked(positions, indices, hanging))
  const counts = new Map<string, number>()
  for (const spot of spots.slice(0, MOST)) {
    let [best, step]: [number, string | undefined] = [NEAR, undefined]
    tree.within([...spot.map((v) => v - NEAR), ...spot.map((v) => v + NEAR)], (n) => {
      const [a, b, c] = [0, 1, 2].map((k) => placeAt(tree.triangles, 3 * n + k)) as [Vec3, Vec3, Vec3]
      const far = distanceToTriangle(spot, a, b, c)
      if (far < best) [best, step] = [far, mesh.surfaces[mesh.triangleSurface[hanging[n]!]!]!.step]
    })
    if (step !== undefined) counts.set(step, (counts.get(step) ?? 0) + 1)
  }
  return [...counts].sort((p, q) => q[1] - p[1]).map(([step]) => step)
}
