import { dot, placeAt, type Vec3 } from '../geometry/vec'
import type { Triangles } from './unpack'

/** From where to where along a direction corners of triangles lie, those that are meant. */
export function spanAlong(
  triangles: Triangles,
  along: Vec3,
  which: (p: Vec3) => boolean = () => true,
): [low: number, high: number] {
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < triangles.length / 3; i++) {
    const p = placeAt(triangles, i)
    if (!which(p)) continue
    low = Math.min(low, dot(p, along))
    high = Math.max(high, dot(p, along))
  }
  return [low, high]
}
