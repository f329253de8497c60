import type { Vec2 } from '../../geometry/vec'
import { closedRuns, nextSide, oppositeSides } from '../../mesh/half-edges'
import { doubledNormal } from '../../mesh/doubled-normal'

/** Points nearer to the one before are left out, mm. */
const FINE = 0.05
/** Triangles that look this small from above lie edge-on, mm2. */
const EDGE_ON = 1e-9

/**
 * The outlines of what looks down of a closed mesh, seen from above: loops that, filled wherever they go round more often one
 * way than the other, cover what the mesh covers. Edges within it may be among them. None of a mesh that does not close.
 * @param positions mm, as it lies
 */
export function silhouetteOf(positions: ArrayLike<number>, indices: ArrayLike<number>): Vec2[][] {
  const down = Array.from({ length: indices.length / 3 }, (_, t) => doubledNormal(positions, indices, t)[2] < -EDGE_ON)
  const isDown = (side: number) => down[Math.floor(side / 3)] === true
  const rims = [...oppositeSides(indices).entries()].flatMap(([side, other]) => (isDown(side) && !isDown(other) ? [side] : [])) // prettier-ignore
  const runs = closedRuns(rims, (side) => indices[side]!, (side) => indices[nextSide(side)]!) ?? [] // prettier-ignore
  return runs.flatMap((run) => {
    const points = thinned(
      run.map((side): Vec2 => [positions[3 * indices[side]!]!, positions[3 * indices[side]! + 1]!]),
    )
    return points.length > 2 ? [points] : []
  })
}

function thinned(points: readonly Vec2[]): Vec2[] {
  const out: Vec2[] = []
  for (const p of points)
    if (out.length === 0 || Math.hypot(p[0] - out.at(-1)![0], p[1] - out.at(-1)![1]) > FINE) out.push(p)
  return out
}
