import type { Vec2 } from '../geometry/vec'
import { chordCount } from '../profile/polygon'
import { pointAt, type Segment } from '../profile/segment'
import { raise } from '../result'

/** Arcs are read in chords so near to them, mm. */
const NEAR = 1e-4

/**
 * How high a run of lines is over the level axis of its drawing, mm, by the share of its width from its left end to its right one.
 * Errors: turns-back (there are places over which it has two heights)
 */
export function heightAlong(run: readonly Segment[], field: string): (share: number) => number {
  const points = [...run.flatMap((s) => {
    const count = s.kind === 'line' ? 1 : chordCount(s, NEAR)
    return Array.from({ length: count }, (_, k): Vec2 => pointAt(s, k / count))
  }), run.at(-1)!.b] // prettier-ignore
  const ordered = points[0]![0] <= points.at(-1)![0] ? points : points.reverse()
  const back = ordered.findIndex(([x], k) => k > 0 && x - ordered[k - 1]![0] < 1e-9)
  if (back > 0) {
    const [x, y] = ordered[back]!
    return raise('turns-back', `The line goes straight up or turns back at ${x.toFixed(1)}, ${y.toFixed(1)}, so that it does not say one height for each place of the way. One that goes on from left to right does.`, field) // prettier-ignore
  }
  const [from, to] = [ordered[0]![0], ordered.at(-1)![0]]
  return (share) => {
    const x = from + (to - from) * share
    let [low, high] = [0, ordered.length - 1]
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (ordered[middle]![0] <= x) low = middle
      else high = middle
    }
    const [[ax, ay], [bx, by]] = [ordered[low]!, ordered[high]!]
    return ay + ((by - ay) * (x - ax)) / (bx - ax)
  }
}
