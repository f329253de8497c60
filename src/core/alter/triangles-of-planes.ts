import type { Kernel } from '../kernel/kernel'
import { anySquareTo, cross, dot, placeAt, type Vec2, type Vec3 } from '../geometry/vec'
import { closedRuns } from '../mesh/half-edges'
import { polygonArea } from '../profile/polygon'

/** Runs of sides, each from one vertex to the next, as closed loops; none where they do not close. */
export const loopsOf = (sides: readonly (readonly [from: number, to: number])[]): number[][] | undefined =>
  closedRuns(sides, ([from]) => from, ([, to]) => to)?.map((run) => run.map(([from]) => from)) // prettier-ignore

/**
 * Triangles that fill loops in a plane (anticlockwise seen against its normal, holes clockwise).
 * @returns none where the loops do not go round something as they should
 */
export function filled(
  kernel: Kernel,
  loops: readonly (readonly number[])[],
  positions: ArrayLike<number>,
  normal: Vec3,
): number[] | undefined {
  const x = anySquareTo(normal)
  const y = cross(normal, x)
  const polygons = loops.map((loop) => loop.map((v): Vec2 => { const p = placeAt(positions, v); return [dot(p, x), dot(p, y)] })) // prettier-ignore
  const whole = polygons.reduce((sum, p) => sum + polygonArea(p), 0)
  if (whole <= 0) return undefined
  const all = loops.flat()
  const flat = polygons.flat()
  const triangles = kernel.triangulate(polygons)
  let area = 0
  for (const [a, b, c] of triangles) {
    const own = polygonArea([flat[a!]!, flat[b!]!, flat[c!]!])
    if (own < -1e-9) return undefined
    area += own
  }
  if (Math.abs(area - whole) > 1e-6 * whole + 1e-9) return undefined
  return triangles.flatMap((t) => t.map((i) => all[i]!))
}
