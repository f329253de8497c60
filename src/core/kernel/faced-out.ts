import { cross, dot, sub, type Vec3 } from '../geometry/vec'

/** Triangles of a closed solid, turned over where they look inwards, all alike. @param indices three places a triangle */
export function facedOut(places: readonly Vec3[], indices: readonly number[]): readonly number[] {
  const o = places[0]!
  let six = 0
  for (let i = 0; i < indices.length; i += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => sub(places[indices[i + k]!]!, o)) as [Vec3, Vec3, Vec3]
    six += dot(a, cross(b, c))
  }
  return six >= 0 ? indices : indices.map((_, i) => indices[i % 3 === 0 ? i : i % 3 === 1 ? i + 1 : i - 1]!)
}
