import { LuDecomposition, Matrix } from 'ml-matrix'
import type { Vec2 } from '../geometry/vec'
import { raise } from '../result'

/** A surface over a plane that passes through given heights and bends least. */
export interface Plate {
  /** The places, by their middle and size. */
  places: readonly Vec2[]
  middle: Vec2
  size: number
  /** How much each place bends it, and the plane besides: its height in the middle, how steep it is along x and y. */
  weights: readonly number[]
  plane: readonly [number, number, number]
}

/**
 * The surface over a plane that passes through given heights and bends least: a thin plate, which goes on beyond its places
 * (J. Duchon, Splines minimizing rotation-invariant semi-norms in Sobolev spaces, 1977). What is as high as x² and y² inside
 * a rim is so all over it.
 * @param places at least three that are not on a line, no two the same, mm
 * Errors: plate (all on one line)
 */
export function thinPlate(places: readonly Vec2[], heights: readonly number[]): Plate {
  const n = places.length
  const size = Math.max(...[0, 1].map((k) => Math.max(...places.map((p) => p[k]!)) - Math.min(...places.map((p) => p[k]!)))) // prettier-ignore
  const [mx, my] = [0, 1].map((k) => places.reduce((sum, p) => sum + p[k]!, 0) / n) as [number, number]
  const there = places.map(([x, y]): Vec2 => [(x - mx) / size, (y - my) / size])
  const system = Matrix.zeros(n + 3, n + 3)
  for (const [i, [x, y]] of there.entries()) {
    for (const [j, [u, v]] of there.entries()) system.set(i, j, bending((x - u) ** 2 + (y - v) ** 2))
    for (const [k, value] of [1, x, y].entries()) {
      system.set(i, n + k, value)
      system.set(n + k, i, value)
    }
  }
  const lu = new LuDecomposition(system)
  if (lu.isSingular()) return raise('plate', 'These places lie on one line.')
  const found = lu.solve(Matrix.columnVector([...heights, 0, 0, 0])).to1DArray()
  const plane = found.slice(n) as [number, number, number]
  return { places: there, middle: [mx, my], size, weights: found.slice(0, n), plane }
}

/** How high a plate is over a place, and how steeply it rises along x and y there. */
export function heightOn(
  { places, middle, size, weights, plane: [c, cx, cy] }: Plate,
  [px, py]: Vec2,
): readonly [height: number, alongX: number, alongY: number] {
  const [x, y] = [(px - middle[0]) / size, (py - middle[1]) / size]
  let [height, alongX, alongY] = [c + cx * x + cy * y, cx, cy]
  for (const [i, [u, v]] of places.entries()) {
    const [dx, dy] = [x - u, y - v]
    const squared = dx * dx + dy * dy
    if (squared === 0) continue
    const [weight, log] = [weights[i]!, Math.log(squared)]
    height += weight * squared * log
    alongX += weight * 2 * dx * (log + 1)
    alongY += weight * 2 * dy * (log + 1)
  }
  return [height, alongX / size, alongY / size]
}

/** r² log r², by the squared distance. */
const bending = (squared: number): number => (squared === 0 ? 0 : squared * Math.log(squared))
