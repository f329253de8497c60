import type { Lying } from './lying'
import { overhangs } from './overhangs'
import { firstOver } from './slices'

/**
 * For each height whether, between the one before and it, a face leans out too far or something begins in the air, at a
 * point that has nothing of the part lower beside it.
 * @param heights mm, ascending
 */
export function leansBetween(
  { positions, indices }: Pick<Lying, 'positions' | 'indices'>,
  heights: readonly number[],
): boolean[] {
  const out = heights.map(() => false)
  const mark = (low: number, high: number) => {
    for (let k = firstOver(heights, low - 1e-9); k < heights.length; k++) {
      out[k] = true
      if (heights[k]! >= high) return
    }
  }
  const { leans } = overhangs({ positions, indices }, 0)
  const lowest = new Float64Array(positions.length / 3).fill(Infinity)
  for (let t = 0; t < leans.length; t++) {
    const corners = [indices[3 * t]!, indices[3 * t + 1]!, indices[3 * t + 2]!] as const
    const [a, b, c] = corners.map((v) => positions[3 * v + 2]!) as [number, number, number]
    const low = Math.min(a, b, c)
    if (leans[t]! > 0) mark(low, Math.max(a, b, c))
    for (const v of corners) if (low < lowest[v]!) lowest[v] = low
  }
  for (const [v, low] of lowest.entries()) if (low >= positions[3 * v + 2]!) mark(low, low)
  return out
}
