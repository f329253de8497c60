import { add, anySquareTo, cross, dot, normalize, placeAt, type Vec2, type Vec3 } from '../geometry/vec'
import { inPolygon } from '../profile/polygon'

/** Rims that look against each other by more are the ends of a bore: the cosine. */
const AGAINST = -0.85

/**
 * Whether closed rims lie beside each other and look to one side, about, as the feet of a handle do; the ends of a bore look
 * against each other, or lie one in front of the other.
 * @param rims their vertices in order, all the same way round
 */
export function sideBySide(positions: ArrayLike<number>, rims: readonly (readonly number[])[]): boolean {
  const places = rims.map((rim) => rim.map((v) => placeAt(positions, v)))
  const outs = places.map((rim) => normalize(rim.map((p, i) => cross(rim.at(i - 1)!, p)).reduce(add)))
  if (outs.some((o) => outs.some((other) => dot(o, other) < AGAINST))) return false
  const along = normalize(outs.reduce(add))
  const x = anySquareTo(along)
  const y = cross(along, x)
  const flat = places.map((rim) => rim.map((p: Vec3): Vec2 => [dot(x, p), dot(y, p)]))
  return flat.every((a, i) => flat.every((b, j) => i === j || !inPolygon(b, a[0]!)))
}
