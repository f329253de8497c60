import type { Vec2 } from '../../geometry/vec'
import { meetings } from '../../profile/intersect'
import { line, type Segment } from '../../profile/segment'
import type { FaceCover } from '../face-cover'

/** A rib on a face, seen from above: its four corners anticlockwise, and a name that it keeps as others come and go. */
export interface Run {
  corners: readonly [Vec2, Vec2, Vec2, Vec2]
  long: number
  name: string
}

/** Shorter ones are left away, mm. */
const SHORTEST = 1
/** Ends of runs are looked at from so far within, mm. */
const NEAR = 1e-4

/**
 * Ribs along one axis of a face, about its middle, each from edge to edge of it.
 * @param axis along which they run: 0 or 1
 * @param apart from middle to middle, mm
 * @param margin from their ends, and beside the outermost, to the edges, mm
 */
export function runsAlong(
  cover: FaceCover,
  axis: 0 | 1,
  { apart, web, margin }: { apart: number; web: number; margin: number },
): Run[] {
  const across = axis === 0 ? 1 : 0
  const [low, high] = [cover.box[across], cover.box[across + 2]!]
  const count = Math.max(0, Math.floor((high - low - 2 * margin - web) / apart + 1e-9) + 1)
  return Array.from({ length: count }, (_, i) => i - (count - 1) / 2).flatMap((from) => {
    const at = (low + high) / 2 + from * apart
    const sides = [at - web / 2, at + web / 2].map((side) => stretches(cover, axis, side))
    return paired(sides[0]!, sides[1]!).flatMap(([a, b], k): Run[] => {
      const [near, far] = [a, b].map(([s, e]): Vec2 => [s + margin, e - margin]) as [Vec2, Vec2]
      const long = Math.min(near[1] - near[0], far[1] - far[0])
      if (long < SHORTEST) return []
      const spot = (u: number, side: number): Vec2 => (axis === 0 ? [u, side] : [side, u])
      const corners = [spot(near[0], at - web / 2), spot(near[1], at - web / 2), spot(far[1], at + web / 2), spot(far[0], at + web / 2)] // prettier-ignore
      const turned = axis === 0 ? corners : [...corners].reverse()
      return [{ corners: turned as unknown as Run['corners'], long, name: `${axis === 0 ? 'along' : 'up'} ${from}${k === 0 ? '' : ` ${k + 1}`}` }] // prettier-ignore
    })
  })
}

/** Where a line across a face lies on it, from and to. */
function stretches(cover: FaceCover, axis: 0 | 1, side: number): Vec2[] {
  const [from, to] = [cover.box[axis] - 1, cover.box[axis + 2]! + 1]
  const spot = (u: number): Vec2 => (axis === 0 ? [u, side] : [side, u])
  const ray = line(spot(from), spot(to))
  const met = cover.edges.flatMap((s: Segment) => meetings(ray, s).map((p) => p[axis]!)).sort((a, b) => a - b)
  const ends = met.filter((u, i) => i === 0 || u - met[i - 1]! > NEAR)
  const found: [number, number][] = []
  for (let i = 1; i < ends.length; i++) {
    const [a, b] = [ends[i - 1]!, ends[i]!]
    if (!cover.has(spot((a + b) / 2), 0)) continue
    const last = found.at(-1)
    if (last && Math.abs(last[1] - a) < NEAR) last[1] = b
    else found.push([a, b])
  }
  return found
}

/** Both sides of each rib; where one side meets something that the other does not, what both have. */
function paired(a: readonly Vec2[], b: readonly Vec2[]): [Vec2, Vec2][] {
  if (a.length === b.length) return a.map((run, i) => [run, b[i]!])
  return a.flatMap(([a0, a1]) =>
    b.flatMap(([b0, b1]): [Vec2, Vec2][] => {
      const both: Vec2 = [Math.max(a0, b0), Math.min(a1, b1)]
      return both[1] > both[0] ? [[both, both]] : []
    }),
  )
}
