import earcut from 'earcut'
import { anySquareTo, boxOfPositions, boxSize, cross, dot, length, normalize, sub, type Vec3 } from '../geometry/vec'
import { nextSide } from './half-edges'
import type { IndexedMesh } from './weld'

/** Loops with up to this many sides are closed whatever their size. */
const FEW_SIDES = 4
/** Larger ones are closed while they are smaller than this share of the mesh. */
const SMALL = 0.12
const MOST_SIDES = 400

/**
 * Closes small holes with facets over their own corners.
 * @param loops sides around each hole, as from `openLoops`
 */
export function fillLoops(
  mesh: IndexedMesh,
  loops: readonly (readonly number[])[],
): { mesh: IndexedMesh; holes: number; facets: number } {
  const { positions, indices } = mesh
  const at = (v: number): Vec3 => [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!]
  const whole = extent(positions)
  const added: number[] = []
  let holes = 0
  for (const loop of loops) {
    // The new facets run against the open sides.
    const corners = loop.map((side) => indices[nextSide(side)]!).reverse()
    const points = corners.map(at)
    const small = extent(points.flat()) < SMALL * whole && corners.length <= MOST_SIDES
    if (corners.length < 3 || (corners.length > FEW_SIDES && !small)) continue
    if (isRim(indices, loop, corners)) continue
    const facets = triangulate(points)
    if (facets.length !== 3 * (corners.length - 2)) continue
    added.push(...facets.map((i) => corners[i]!))
    holes += 1
  }
  if (holes === 0) return { mesh, holes, facets: 0 }
  const all = new Uint32Array(indices.length + added.length)
  all.set(indices)
  all.set(added, indices.length)
  return { mesh: { positions, indices: all }, holes, facets: added.length / 3 }
}

/** True where the facets along a loop have no corner off it: it goes round a loose patch, not round a hole. */
const isRim = (indices: ArrayLike<number>, loop: readonly number[], corners: readonly number[]): boolean =>
  loop.every((side) => corners.includes(indices[nextSide(nextSide(side))]!))

const extent = (positions: ArrayLike<number>): number => length(boxSize(boxOfPositions(positions)))

/** Facets over a loop of points that is roughly flat, keeping its sense of rotation. */
function triangulate(points: readonly Vec3[]): number[] {
  let normal: Vec3 = [0, 0, 0]
  for (const [i, p] of points.entries()) {
    const n = cross(sub(p, points[0]!), sub(points[(i + 1) % points.length]!, points[0]!))
    normal = [normal[0] + n[0], normal[1] + n[1], normal[2] + n[2]]
  }
  const up = normalize(normal)
  const x = anySquareTo(up)
  const y = cross(up, x)
  const flat = points.flatMap((p) => [dot(p, x), dot(p, y)])
  const facets = earcut(flat)
  const out: number[] = []
  for (let i = 0; i < facets.length; i += 3) {
    const [a, b, c] = [facets[i]!, facets[i + 1]!, facets[i + 2]!]
    const turn =
      (flat[2 * b]! - flat[2 * a]!) * (flat[2 * c + 1]! - flat[2 * a + 1]!) -
      (flat[2 * b + 1]! - flat[2 * a + 1]!) * (flat[2 * c]! - flat[2 * a]!)
    out.push(a, ...(turn >= 0 ? [b, c] : [c, b]))
  }
  return out
}
