import { apply, invert, type Placement } from '../geometry/placement'
import { cross, length, placeAt, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { inPolygon, polygonArea } from '../profile/polygon'
import type { Rim, Taken } from './taken'

/** So many places round a run are looked at, at each of these shares of its length from it. */
const [AROUND, OFF] = [48, [0.012, 0.03]] as const
/** Triangles that lean more than this to the frame are no floor of it: the cosine. */
const LEANS = 0.25
/** From the run to a place beside it the floor rises by no more than so many times as much. */
const STEEP = 3

/** Places of the faces round what comes off, on a frame: a little way outside of one of its runs, where those go on. */
export function hostPlaces(taken: Taken, sides: Rim['sides'], frame: Placement, run: readonly Vec3[]): Vec3[] {
  const outline = run.map(([x, y]): Vec2 => [x, y])
  const long = outline.reduce((sum, p, i) => sum + apart(p, outline[(i + 1) % outline.length]!), 0)
  const near = floorNear(taken, sides, frame, outline, 2 * OFF.at(-1)! * long)
  const out: Vec3[] = []
  for (const { place, away } of besides(run, long / AROUND))
    for (const off of OFF) {
      const by = off * long
      const at: Vec2 = [place[0] + by * away[0], place[1] + by * away[1]]
      if (inPolygon(outline, at)) continue
      const heights = near.flatMap((t) => heightIn(t, at) ?? []).filter((h) => Math.abs(h - place[2]) < STEEP * by)
      if (heights.length === 0) continue
      out.push([...at, heights.reduce((a, b) => (Math.abs(b - place[2]) < Math.abs(a - place[2]) ? b : a))])
    }
  return out
}

type Triangle = readonly [Vec3, Vec3, Vec3]

const apart = (p: readonly number[], q: readonly number[]): number => Math.hypot(p[0]! - q[0]!, p[1]! - q[1]!)

/** Places along a closed run on a frame, and which way leads out of it there. */
function besides(run: readonly Vec3[], step: number): { place: Vec3; away: Vec2 }[] {
  const out: { place: Vec3; away: Vec2 }[] = []
  let left = step / 2
  for (const [i, p] of run.entries()) {
    const q = run[(i + 1) % run.length]!
    const long = apart(p, q)
    const away: Vec2 = [(q[1] - p[1]) / long, (p[0] - q[0]) / long]
    for (; left < long; left += step) {
      const share = left / long
      out.push({ place: [0, 1, 2].map((k) => p[k]! + share * (q[k]! - p[k]!)) as unknown as Vec3, away })
    }
    left -= long
  }
  return out
}

/** The triangles that hang together with the outside of the run, are its floor, and lie within so much of its box. */
function floorNear(
  { on, inside }: Taken,
  sides: Rim['sides'],
  frame: Placement,
  outline: readonly Vec2[],
  within: number,
): Triangle[] {
  // prettier-ignore
  const { positions, indices } = on.mesh
  const { opposite } = on.topology
  const back = invert(frame)
  const corners = (t: number) => [0, 1, 2].map((k) => apply(back, placeAt(positions, indices[3 * t + k]!))) as unknown as Triangle // prettier-ignore
  const [low, high] = [Math.min, Math.max].map((of) => [0, 1].map((k) => of(...outline.map((p) => p[k]!)))) as [number[], number[]] // prettier-ignore
  const meets = (t: Triangle) => [0, 1].every((k) => Math.max(...t.map((p) => p[k]!)) > low[k]! - within && Math.min(...t.map((p) => p[k]!)) < high[k]! + within) // prettier-ignore
  const seen = new Set<number>()
  const open = sides.map((s) => Math.floor(opposite[s]! / 3))
  const out: Triangle[] = []
  for (let t = open.pop(); t !== undefined; t = open.pop()) {
    if (seen.has(t) || inside[t]) continue
    seen.add(t)
    const here = corners(t)
    if (!meets(here) || leaning(here) < LEANS) continue
    out.push(here)
    for (let side = 3 * t; side < 3 * t + 3; side++) if (opposite[side]! >= 0) open.push(Math.floor(opposite[side]! / 3)) // prettier-ignore
  }
  return out
}

/** The cosine of how far a triangle leans; less than 0 where it looks down. */
function leaning([a, b, c]: Triangle): number {
  const across = cross(sub(b, a), sub(c, a))
  return across[2] / (length(across) || 1)
}

/** How high a triangle is over a place; none where it is not over it. */
function heightIn(t: Triangle, p: Vec2): number | undefined {
  const flat = t.map(([x, y]): Vec2 => [x, y])
  const whole = polygonArea(flat)
  const shares = [0, 1, 2].map((k) => polygonArea(flat.map((q, i) => (i === k ? p : q))) / whole)
  return shares.every((s) => s >= -1e-9) ? shares.reduce((sum, s, k) => sum + s * t[k]![2], 0) : undefined
}
