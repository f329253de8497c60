import type { Vec2 } from '../geometry/vec'
import { type Plane, valueAt } from './picture'

/** Samples to each side of an edge: where a thing's own has changed, and a shadow's has not. */
const NEAR = 2
const FAR = 6
/** Less than this share of the change lies near to a soft edge. */
const LITTLE = 0.6

/**
 * The share of an edge across which the light changes slowly: a shadow's edge is soft, a thing's is not.
 * @param points along the edge, mm
 */
export function softShare(light: Plane, points: readonly Vec2[]): number {
  const n = points.length
  const lag = Math.max(1, Math.min(6, Math.floor(n / 16)))
  const soft = points.filter(([x, y], k) => {
    const [a, b] = [points[(k + n - lag) % n]!, points[(k + lag) % n]!]
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
    const [nx, ny] = [(b[1] - a[1]) / long, (a[0] - b[0]) / long]
    const [i, j] = [(x - light.origin[0]) / light.step, (y - light.origin[1]) / light.step]
    const change = (t: number) =>
      Math.abs(valueAt(light, i + t * nx, j + t * ny) - valueAt(light, i - t * nx, j - t * ny))
    return change(NEAR) < LITTLE * change(FAR)
  })
  return soft.length / Math.max(1, n)
}
