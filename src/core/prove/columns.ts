import { length } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import { CLEAN, type Overhangs } from './overhangs'
import type { Lying } from './lying'

/** So many columns stand on the longer side of a part; never finer or coarser than this, mm. */
const COLUMNS = 120
const [FINE, COARSE] = [0.25, 2]

/** A face that a column goes through is one number, so that many sort quickly: its height in these steps, mm, times four, and what it is. */
const HIT_STEP = 1e-4
/** It looks up; it looks down, and so steeply that it needs something under it. */
const [UP, STEEP] = [1, 2]

/** How much of a face is seen from below from where on it needs support. */
const leastDrop = (clean: number): number => Math.sin(((clean + 0.5) * Math.PI) / 180)

/** What supports a part needs that leans out so, mm3. */
export const supportFor = (lies: Lying, out: Overhangs, clean?: number): number =>
  out.area > 0 ? columns(lies, clean) : 0

/**
 * How much air columns of support would fill under what leans out too far, down to the bed or to the part itself, mm3.
 * Counted in columns on a grid, each by where it goes in and out of the part.
 */
export function columns({ positions, indices, size }: Lying, clean = CLEAN): number {
  const drop = leastDrop(clean)
  const [left, front] = [0, 1].map((k) => {
    let least = Infinity
    for (let i = k; i < positions.length; i += 3) least = Math.min(least, positions[i]!)
    return least
  }) as [number, number]
  const pitch = Math.min(COARSE, Math.max(FINE, Math.max(size[0], size[1]) / COLUMNS))
  const [wide, deep] = [Math.ceil(size[0] / pitch), Math.ceil(size[1] / pitch)]
  const hits: (number[] | undefined)[] = Array.from({ length: wide * deep })
  for (let t = 0; t < indices.length; t += 3) {
    const [i, j, k] = [3 * indices[t]!, 3 * indices[t + 1]!, 3 * indices[t + 2]!]
    const [ax, ay, bx, by, cx, cy] = [positions[i]! - left, positions[i + 1]! - front, positions[j]! - left, positions[j + 1]! - front, positions[k]! - left, positions[k + 1]! - front] // prettier-ignore
    const twice = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
    if (Math.abs(twice) < 1e-12) continue
    const [az, bz, cz] = [positions[i + 2]!, positions[j + 2]!, positions[k + 2]!]
    const steep = twice < 0 && -twice > drop * length(doubledNormal(positions, indices, t / 3))
    const first = (v: number) => Math.max(0, Math.ceil(v / pitch - 0.5))
    for (let y = first(Math.min(ay, by, cy)); y < deep && (y + 0.5) * pitch < Math.max(ay, by, cy); y++)
      for (let x = first(Math.min(ax, bx, cx)); x < wide && (x + 0.5) * pitch < Math.max(ax, bx, cx); x++) {
        const [px, py] = [(x + 0.5) * pitch, (y + 0.5) * pitch]
        const u = ((bx - px) * (cy - py) - (by - py) * (cx - px)) / twice
        const v = ((cx - px) * (ay - py) - (cy - py) * (ax - px)) / twice
        if (u < 0 || v < 0 || u + v > 1) continue
        const z = Math.round((u * az + v * bz + (1 - u - v) * cz) / HIT_STEP)
        ;(hits[y * wide + x] ??= []).push(4 * z + (twice > 0 ? UP : steep ? STEEP : 0))
      }
  }
  let sum = 0
  for (const column of hits) {
    if (!column) continue
    column.sort((a, b) => a - b)
    let top = 0
    for (const hit of column) {
      const z = Math.floor(hit / 4) * HIT_STEP
      if (hit % 4 === STEEP) sum += z - top
      if (hit % 4 === UP) top = z
    }
  }
  return sum * pitch * pitch
}
