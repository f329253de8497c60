import type { Vec2 } from '../../geometry/vec'

/** Upright faces that look less than this off a side of the case are taken to look there, degrees. */
const SQUARE = 0.5
/** The wall of a side is opened in a direction at most this far off it, degrees. */
const MOST = 50

/**
 * The way an item looks through the wall on a side: where its own faces look, of which those to that side and away
 * from the middle of the board count most. An item without flat upright faces there looks straight to the side.
 * @param out from the middle of the board to the item
 */
export function facingOf(positions: ArrayLike<number>, indices: ArrayLike<number>, side: Vec2, out: Vec2): Vec2 {
  const area = new Map<number, number>()
  for (let t = 0; t < indices.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => 3 * indices[t + k]!) as [number, number, number]
    const edge = (from: number, to: number, k: number) => positions[to + k]! - positions[from + k]!
    const [ux, uy, uz] = [edge(a, b, 0), edge(a, b, 1), edge(a, b, 2)]
    const [vx, vy, vz] = [edge(a, c, 0), edge(a, c, 1), edge(a, c, 2)]
    const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
    const size = Math.hypot(x, y, z)
    if (size === 0 || Math.abs(z) > 0.01 * size) continue
    const tenths = Math.round((Math.atan2(y, x) * 1800) / Math.PI)
    area.set(tenths, (area.get(tenths) ?? 0) + size / 2)
  }
  const length = Math.hypot(...out)
  let best: { score: number; way: Vec2 } | undefined
  for (const [tenths, size] of area) {
    const angle = (tenths * Math.PI) / 1800
    const way: Vec2 = [Math.cos(angle), Math.sin(angle)]
    const toSide = way[0] * side[0] + way[1] * side[1]
    if (toSide < Math.cos((MOST * Math.PI) / 180)) continue
    const outward = length === 0 ? 1 : (way[0] * out[0] + way[1] * out[1]) / length
    const score = size * toSide ** 4 * Math.max(0.1, outward)
    if (!best || score > best.score) best = { score, way }
  }
  const straight = !best || best.way[0] * side[0] + best.way[1] * side[1] > Math.cos((SQUARE * Math.PI) / 180)
  return straight ? side : best!.way
}
