import { add, cross, dot, length, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { type Corners, filled } from '../patch/sheet'
import { heightOn } from '../patch/thin-plate'
import type { Kernel } from '../kernel/kernel'
import { polygonArea } from '../profile/polygon'
import type { PatchCut } from './patch-cut'

/** A cut within its run as triangles, on its frame. */
export interface Filling {
  /** Those of the run come first: its corners, with places on its edges between some of them. */
  points: readonly Vec3[]
  rim: number
  triangles: readonly Corners[]
  /** Which of the points each corner of the run is. */
  corners: readonly number[]
}

/** Edges of the triangles are no longer than such a share of the run's size, or than the second where the cut turns by more than so much along them, radians. */
const [COARSE, FINE, TURNS] = [1 / 40, 1 / 80, 0.2]

const fillings = new WeakMap<PatchCut, Filling>()

/** Errors: crossed (the run crosses itself as seen along z of the frame) */
export function fillingOf(cut: PatchCut): Filling {
  const before = fillings.get(cut)
  if (before) return before
  const { outline } = cut
  const size = Math.max(...[0, 1].map((k) => Math.max(...outline.map((p) => p[k]!)) - Math.min(...outline.map((p) => p[k]!)))) // prettier-ignore
  const coarse = laid(cut, COARSE * size)
  const off = squareOff(coarse.points, coarse.triangles).map(normalize)
  const turns = coarse.triangles.some((t) => t.some((v, k) => dot(off[v]!, off[t[(k + 1) % 3]!]!) < Math.cos(TURNS)))
  const made = turns ? laid(cut, FINE * size) : coarse
  fillings.set(cut, made)
  return made
}

function laid({ outline, rises, plate }: PatchCut, longest: number): Filling {
  const sheet = filled(outline, longest, 'holds')
  const points: Vec3[] = []
  const corners: number[] = []
  for (const [i, corner] of outline.entries()) {
    const end = outline[(i + 1) % outline.length]!
    const rise = rises[(i + 1) % outline.length]! - rises[i]!
    corners.push(points.length)
    points.push([...corner, rises[i]!])
    // Edges of the run are straight in space.
    for (
      let p = sheet.points[points.length]!;
      points.length < sheet.rim && !isSame(p, end);
      p = sheet.points[points.length]!
    )
      // prettier-ignore
      points.push([...p, rises[i]! + (rise * apart(corner, p)) / apart(corner, end)])
  }
  for (const p of sheet.points.slice(sheet.rim)) points.push([...p, heightOn(plate, p)[0]])
  return { points, rim: sheet.rim, triangles: sheet.triangles, corners }
}

const isSame = (p: Vec2, q: Vec2): boolean => p[0] === q[0] && p[1] === q[1]
const apart = (p: Vec2, q: Vec2): number => Math.hypot(p[0] - q[0], p[1] - q[1])

/** A cut carried on past its run, with the same triangles within it. */
interface Wide {
  points: readonly Vec3[]
  triangles: readonly Corners[]
  /** How many of the triangles lie within the run. */
  inner: number
  /** Its end all round, anticlockwise. */
  ring: readonly number[]
  /** From each point to what lies 1 mm in front of the triangles about it. */
  off: readonly Vec3[]
}
const wides = new WeakMap<PatchCut, Map<number, Wide>>()

/** @param past how far past its run it goes on, mm. Errors: crossed */
export function widened(kernel: Kernel, cut: PatchCut, past: number): Wide {
  const known = wides.get(cut) ?? new Map<number, Wide>()
  wides.set(cut, known)
  const made = known.get(past) ?? carriedPast(kernel, cut, past)
  known.set(past, made)
  return made
}

function carriedPast(kernel: Kernel, cut: PatchCut, past: number): Wide {
  const { points: within, rim, triangles } = fillingOf(cut)
  const rings = kernel.flatOffset([cut.outline], past, past / 50)
  const around = rings.reduce((a, b) => (polygonArea(a) > polygonArea(b) ? a : b))
  const ribbon = ribbonOf(within.slice(0, rim).map(([x, y]): Vec2 => [x, y]), around) // prettier-ignore
  const beyond = ribbon.ring.map((p): Vec3 => [...p, heightOn(cut.plate, p)[0]])
  const outer = ribbon.triangles.map((t): Corners => t.map((v) => (v < rim ? v : v - rim + within.length)) as unknown as Corners) // prettier-ignore
  const off = [...squareOff(within, triangles), ...ribbon.ring.map((p) => outOf(cut.plate, p))]
  return { points: [...within, ...beyond], triangles: [...triangles, ...outer], inner: triangles.length, ring: beyond.map((_, i) => within.length + i), off } // prettier-ignore
}

/** Out of a plate over a place. */
function outOf(plate: PatchCut['plate'], place: Vec2): Vec3 {
  const [, alongX, alongY] = heightOn(plate, place)
  return normalize([-alongX, -alongY, 1])
}

/** Triangles between a closed run (numbered from 0) and one all round it (numbered on from that), both anticlockwise, that reach straight across. */
function ribbonOf(rim: readonly Vec2[], around: readonly Vec2[]): { ring: Vec2[]; triangles: Corners[] } {
  const along = [0]
  for (const [i, p] of rim.entries()) along.push(along[i]! + apart(p, rim[(i + 1) % rim.length]!))
  const beside = around.map((p) => nearestAlong(rim, along, p))
  const first = beside.indexOf(Math.min(...beside))
  const ring = [...around.slice(first), ...around.slice(0, first)]
  const places = [...goingOn([...beside.slice(first), ...beside.slice(0, first)], along.at(-1)!), along.at(-1)! + beside[first]!] // prettier-ignore
  const triangles: Corners[] = []
  for (let i = 0, j = 0; i < rim.length || j < ring.length;) {
    const [a, b] = [i % rim.length, rim.length + (j % ring.length)]
    if (j === ring.length || (i < rim.length && along[i + 1]! <= places[j + 1]!))
      triangles.push([a, b, (i += 1) % rim.length]) // prettier-ignore
    else triangles.push([a, b, rim.length + ((j += 1) % ring.length)])
  }
  return { ring, triangles }
}

/** Places along a closed run of a length, met in order: none comes before the one before it, where the run's start and end are one. */
function goingOn(places: readonly number[], whole: number): number[] {
  let at = places[0]!
  const most = at + whole
  return places.map((place) => {
    const by = place - (at % whole)
    at = Math.min(most, Math.max(at, at + by - whole * Math.round(by / whole)))
    return at
  })
}

/** How far along a closed run it is nearest to a place. */
function nearestAlong(rim: readonly Vec2[], along: readonly number[], [x, y]: Vec2): number {
  let [best, least] = [0, Infinity]
  for (const [i, p] of rim.entries()) {
    const q = rim[(i + 1) % rim.length]!
    const [dx, dy] = [q[0] - p[0], q[1] - p[1]]
    const share = Math.min(1, Math.max(0, ((x - p[0]) * dx + (y - p[1]) * dy) / (dx * dx + dy * dy || 1)))
    const off = Math.hypot(x - p[0] - share * dx, y - p[1] - share * dy)
    if (off >= least) continue
    least = off
    best = along[i]! + share * (along[i + 1]! - along[i]!)
  }
  return best
}

/** From each point to what lies 1 mm in front of the triangles about it, as nearly as can be. */
function squareOff(points: readonly Vec3[], triangles: readonly Corners[]): Vec3[] {
  const about = points.map((): Vec3[] => [])
  for (const t of triangles) {
    const [a, b, c] = t.map((v) => points[v]!) as [Vec3, Vec3, Vec3]
    const across = cross(sub(b, a), sub(c, a))
    if (length(across) > 1e-9) for (const v of t) about[v]!.push(across)
  }
  return about.map((all) => {
    const out = normalize(all.reduce(add, [0, 0, 0]))
    const area = all.reduce((sum, n) => sum + length(n), 0)
    const share = all.reduce((sum, n) => sum + dot(n, out), 0) / (area || 1)
    return all.length > 0 ? scale(out, 1 / Math.max(share, 0.5)) : [0, 0, 1]
  })
}
