import Delaunator from 'delaunator'
import type { Vec2 } from '../geometry/vec'
import { inPolygon, polygonArea } from '../profile/polygon'
import { raise } from '../result'

export type Corners = readonly [number, number, number]
/** Triangles over a flat outline, anticlockwise. */
export interface Sheet {
  /** Those of the outline come first, in order, with places between its corners where edges were cut up. */
  points: Vec2[]
  /** How many are of the outline. */
  rim: number
  triangles: Corners[]
}

/** So often edges of the outline that the triangles pass over are halved; where it crosses itself that never ends, and this many times as many are enough to know. */
const [ROUNDS, MOST] = [30, 12]
/** Points inside keep this share of the edges' length from the outline. */
const CLEAR = 0.6

/**
 * Well-shaped triangles that fill a closed outline (anticlockwise), their edges about as long as asked for, mm.
 * @param field whose outline it is
 * Errors: crossed
 */
export function filled(outline: readonly Vec2[], longest: number, field = 'of'): Sheet {
  let rim = outline.flatMap((p, i) => cutUp(p, outline[(i + 1) % outline.length]!, longest))
  const most = MOST * rim.length
  const inside = gridIn(outline, longest).filter((p) => rim.every((q) => apart(p, q) > CLEAR * longest)) // prettier-ignore
  for (let round = 0; round < ROUNDS && rim.length <= most; round++) {
    const sheet = triangulated([...rim, ...inside], outline)
    const edges = new Set(sheet.triangles.flatMap(([a, b, c]) => [`${a} ${b}`, `${b} ${c}`, `${c} ${a}`]))
    const passed = rim.map((_, i) => !edges.has(`${i} ${(i + 1) % rim.length}`))
    if (!passed.includes(true)) return whole({ ...sheet, rim: rim.length }, outline, field)
    rim = rim.flatMap((p, i) => (passed[i] ? [p, middle(p, rim[(i + 1) % rim.length]!)] : [p]))
  }
  return crossed(field)
}

const crossed = (field: string): never => raise('crossed', 'Seen square to it, this run of edges crosses or touches itself; that cannot be filled.', field) // prettier-ignore

const middle = (p: Vec2, q: Vec2): Vec2 => [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]

/** The beginning of an edge and the places at which it is cut. */
function cutUp(p: Vec2, q: Vec2, longest: number): Vec2[] {
  const n = Math.max(1, Math.ceil(apart(p, q) / longest))
  return Array.from({ length: n }, (_, k): Vec2 => [p[0] + ((q[0] - p[0]) * k) / n, p[1] + ((q[1] - p[1]) * k) / n])
}

/** Places inside an outline, each as far from its six neighbours. */
function gridIn(outline: readonly Vec2[], apart: number): Vec2[] {
  const [xs, ys] = [outline.map((p) => p[0]), outline.map((p) => p[1])]
  const out: Vec2[] = []
  const row = apart * Math.sqrt(0.75)
  for (let j = 0, y = Math.min(...ys); y < Math.max(...ys); j++, y += row)
    for (let x = Math.min(...xs) + (j % 2 ? apart / 2 : 0); x < Math.max(...xs); x += apart)
      if (inPolygon(outline, [x, y])) out.push([x, y])
  return out
}

const areaOf = (points: readonly Vec2[], [a, b, c]: Corners): number =>
  polygonArea([points[a]!, points[b]!, points[c]!])

function triangulated(points: Vec2[], outline: readonly Vec2[]): Omit<Sheet, 'rim'> {
  const { triangles: flat } = Delaunator.from(points.map(([x, y]) => [x, y]))
  const triangles: Corners[] = []
  for (let t = 0; t < flat.length; t += 3) {
    // They come clockwise, flat ones too.
    const corners: Corners = [flat[t]!, flat[t + 2]!, flat[t + 1]!]
    const [p, q, r] = corners.map((v) => points[v]!) as [Vec2, Vec2, Vec2]
    if (!inPolygon(outline, [(p[0] + q[0] + r[0]) / 3, (p[1] + q[1] + r[1]) / 3])) continue
    triangles.push(corners)
  }
  return { points, triangles: unflattened(points, triangles) }
}

const apart = (p: Vec2, q: Vec2): number => Math.hypot(p[0] - q[0], p[1] - q[1])

/** A triangle whose height is under this share of its longest edge is flat. */
const FLAT = 1e-6

function isFlat(points: readonly Vec2[], corners: Corners): boolean {
  const [p, q, r] = corners.map((v) => points[v]!) as [Vec2, Vec2, Vec2]
  return areaOf(points, corners) <= FLAT * Math.max(apart(p, q), apart(q, r), apart(r, p)) ** 2
}

/** So many times as many swaps as there are flat triangles are made at most. */
const SWAPS = 8

/**
 * Without flat triangles, as they come of points on a straight edge: each is swapped with its neighbour for two that are
 * not, or left out where it lies outside.
 */
function unflattened(points: readonly Vec2[], triangles: readonly Corners[]): Corners[] {
  const out = new Map(triangles.entries())
  const sides = new Map<string, number>()
  const along = ([a, b, c]: Corners) => [`${a} ${b}`, `${b} ${c}`, `${c} ${a}`]
  const put = (t: number, corners: Corners) => {
    out.set(t, corners)
    for (const side of along(corners)) sides.set(side, t)
  }
  for (const [t, corners] of triangles.entries()) put(t, corners)
  const flat = new Set([...triangles.keys()].filter((t) => isFlat(points, triangles[t]!)))
  /** Whether something was done about it. @param evenFlat swap it with a flat one too */
  const mend = (t: number, evenFlat: boolean): boolean => {
    const [p, r, q] = longestLast(points, out.get(t)!)
    const other = sides.get(`${p} ${q}`)
    const far = other === undefined ? undefined : out.get(other)!.find((v) => v !== p && v !== q)
    if (other !== undefined && flat.has(other) && !evenFlat) return false
    for (const gone of other === undefined ? [t] : [t, other]) {
      for (const side of along(out.get(gone)!)) sides.delete(side)
      out.delete(gone)
      flat.delete(gone)
    }
    if (far === undefined) return true
    put(t, [p, r, far])
    put(other!, [r, q, far])
    for (const made of [t, other!]) if (isFlat(points, out.get(made)!)) flat.add(made)
    return true
  }
  // What lies beside others that are flat waits for them, unless all do.
  for (let left = SWAPS * flat.size; flat.size > 0 && left > 0; left--)
    if (![...flat].some((t) => mend(t, false))) mend(flat.values().next().value!, true)
  return [...out.values()]
}

/** The corners of a triangle, turned so that the longest edge runs from the last to the first. */
function longestLast(points: readonly Vec2[], [a, b, c]: Corners): Corners {
  const long = (i: number, j: number) => apart(points[i]!, points[j]!)
  const longest = Math.max(long(a, b), long(b, c), long(c, a))
  return long(a, b) === longest ? [b, c, a] : long(b, c) === longest ? [c, a, b] : [a, b, c]
}

/** The triangles, if they fill the outline. */
function whole(sheet: Sheet, outline: readonly Vec2[], field: string): Sheet {
  const area = sheet.triangles.reduce((sum, t) => sum + areaOf(sheet.points, t), 0)
  return Math.abs(area / polygonArea(outline) - 1) < 1e-9 ? sheet : crossed(field)
}
