import { mix } from './hash'

/** What lies on the other side of an edge instead of one triangle. */
export const OPEN = -1
/** More than two triangles meet in the edge, or two that run the same way round. */
export const TANGLED = -2

/**
 * For each side of each triangle (side k of triangle t is 3 t + k, from its corner k to the next) the side of the
 * neighbour that runs the other way, OPEN or TANGLED.
 * @param indices three vertices a triangle; coinciding vertices have one number
 */
export function oppositeSides(indices: ArrayLike<number>): Int32Array {
  const sides = indices.length
  const out = new Int32Array(sides).fill(OPEN)
  let size = 16
  while (size < 2 * sides) size *= 2
  const table = new Int32Array(size)
  const state = new Int32Array(sides)
  for (let side = 0; side < sides; side++) {
    const [a, b] = [indices[side]!, indices[nextSide(side)]!]
    const [low, high] = a < b ? [a, b] : [b, a]
    let slot = mix(low, high, 0) & (size - 1)
    for (;;) {
      const first = table[slot]! - 1
      if (first < 0) {
        table[slot] = side + 1
        break
      }
      const [c, d] = [indices[first]!, indices[nextSide(first)]!]
      if (Math.min(c, d) === low && Math.max(c, d) === high) {
        join(out, state, first, side, a === d)
        break
      }
      slot = (slot + 1) & (size - 1)
    }
  }
  return out
}

/** `state` holds for the first side on an edge how many came after it. */
function join(out: Int32Array, state: Int32Array, first: number, side: number, contrary: boolean): void {
  state[first]! += 1
  if (state[first] === 1 && contrary) {
    out[first] = side
    out[side] = first
    return
  }
  const before = out[first]!
  if (before >= 0) out[before] = TANGLED
  out[first] = TANGLED
  out[side] = TANGLED
}

/** The side after this one in its triangle. */
export const nextSide = (side: number): number => (side % 3 === 2 ? side - 2 : side + 1)

/** The corner across from a side. */
export const cornerAcross = (indices: ArrayLike<number>, side: number): number => indices[nextSide(nextSide(side))]!

/** Closed runs of open sides, each from the end of one to the start of the next; seen from outside they run clockwise. */
export function openLoops(indices: ArrayLike<number>, opposite: Int32Array): number[][] {
  const from = new Map<number, number[]>()
  for (let side = 0; side < opposite.length; side++)
    if (opposite[side] === OPEN) {
      const list = from.get(indices[side]!)
      if (list) list.push(side)
      else from.set(indices[side]!, [side])
    }
  const loops: number[][] = []
  for (const start of [...from.keys()])
    for (;;) {
      const first = from.get(start)?.pop()
      if (first === undefined) break
      const loop = [first]
      let at = indices[nextSide(first)]!
      while (at !== start) {
        const next = from.get(at)?.pop()
        if (next === undefined) break
        loop.push(next)
        at = indices[nextSide(next)]!
      }
      if (at === start) loops.push(loop)
    }
  return loops
}

/**
 * Spans strung together to closed runs, each from the end of one to the start of the next.
 * @returns none where they do not close
 */
export function closedRuns<T>(
  spans: Iterable<T>,
  from: (span: T) => number,
  to: (span: T) => number,
): T[][] | undefined {
  const starting = new Map<number, T[]>()
  for (const span of spans) {
    const list = starting.get(from(span))
    if (list) list.push(span)
    else starting.set(from(span), [span])
  }
  const runs: T[][] = []
  for (const [start, left] of starting)
    while (left.length > 0) {
      const run: T[] = []
      let at = start
      do {
        const next = starting.get(at)?.pop()
        if (next === undefined) return undefined
        run.push(next)
        at = to(next)
      } while (at !== start)
      runs.push(run)
    }
  return runs
}
