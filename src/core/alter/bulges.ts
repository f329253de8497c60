import { edgeWay, type Side, sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { anySquareTo, cross, dot, length, normalize, placeAt, sub, type Vec3 } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import { closedRuns, nextSide } from '../mesh/half-edges'
import { firstOf } from './closing'
import { isFlat, shapeOf } from './new-faces'
import type { Feature } from './plan'

/** What hangs together with a face over edges that turn one way, and what lies round that. */
interface Spread {
  regions: Set<number>
  hosts: number[]
}

/** What hangs together with a face over edges that stand out, or over those that do not, and what lies round that. */
export function overEdges(on: Pointable, region: number, out: boolean): Spread {
  const turns = turnsOf(on)
  const regions = new Set([region])
  const hosts = new Set<number>()
  for (const r of regions)
    for (const { to, turn } of turns[r]!)
      if (turn === 0 || turn > 0 === out) regions.add(to)
      else hosts.add(to)
  return { regions, hosts: [...hosts].filter((h) => !regions.has(h)) }
}

/**
 * What bulges out of the faces round it, or is dented into them, as far as edges turn the same way.
 * @param out it bulges out
 * @returns none where that is most of the part, or cannot go by drawing on the faces round it
 */
export function bulge(on: Pointable, region: number, out: boolean): Feature | undefined {
  const { regions, hosts } = overEdges(on, region, out)
  if (hosts.length === 0 || hosts.some((h) => !RULED.has(shapeOf(on, h).kind))) return undefined
  // A face alone is no dent, but the wall of a hole.
  const shape = shapeOf(on, region)
  if (!out && regions.size === 1 && !(shape.kind === 'cylinder' && shape.hole)) return undefined
  if (shareOf(on, regions) > MOST) return undefined
  // A face that has no other border would have nothing left.
  if (hosts.some((h) => bordersOf(on, new Set([h])).every((b) => b.regions.some((r) => regions.has(r)))))
    return undefined
  const rims = rimsRound(on, regions)?.map((rim) => rim.hosts)
  if (!rims?.every((rim) => closes(on, rim)) || goesRound(on, regions, hosts)) return undefined
  const apart = rims.every((rim) => new Set(rim).size === 1 && isFlat(on, rim[0]!))
  return { regions, hosts, apart }
}

const goesRound = (on: Pointable, regions: ReadonlySet<number>, hosts: readonly number[]): boolean =>
  on.topology.borders.some((b) => b.closed && b.regions.some((r) => regions.has(r)) && b.regions.some((r) => hosts.includes(r) && winds(on, r, b.vertices))) // prettier-ignore

/** A rim round some faces: what lies beyond it, in the order in which it passes that, and its places, all rims the same way round. */
interface Rim {
  hosts: number[]
  vertices: number[]
}

/** The rims round some faces; none where they do not close. */
export function rimsRound(on: Pointable, regions: ReadonlySet<number>): Rim[] | undefined {
  const out: Rim[] = []
  const spans: { host: number; along: readonly number[] }[] = []
  for (const { regions: between, vertices, closed } of bordersOf(on, regions)) {
    const [left, right] = between
    if (regions.has(left) === regions.has(right)) continue
    const host = firstOf(on.topology, regions.has(left) ? right : left)
    const along = regions.has(right) ? [...vertices] : vertices.toReversed()
    if (closed) out.push({ hosts: [host], vertices: along })
    else spans.push({ host, along })
  }
  const runs = closedRuns(spans, ({ along }) => along[0]!, ({ along }) => along.at(-1)!) // prettier-ignore
  return runs && [...out, ...runs.map((run) => ({ hosts: run.map((s) => s.host), vertices: run.flatMap((s) => s.along.slice(1)) }))] // prettier-ignore
}

/** True if faces that lie round a place in some order meet over it: two by two, or three flat ones in a corner. */
function closes(on: Pointable, hosts: readonly number[]): boolean {
  let runs = hosts.filter((h, i) => hosts.length === 1 || h !== hosts.at(i - 1))
  while (new Set(runs).size > 1) {
    const i = runs.findIndex((h, k) => runs.at(k - 1) === runs[(k + 1) % runs.length] && h !== runs.at(k - 1))
    if (i < 0) return runs.length === 3 && runs.every((h) => isFlat(on, h))
    runs = runs.filter((_, k) => k !== i)
    runs = runs.filter((h, k) => runs.length === 1 || h !== runs.at(k - 1))
  }
  return true
}

const bordersByRegion = new WeakMap<Pointable, Pointable['topology']['borders'][]>()

/** All borders of some regions, each once. */
function bordersOf(on: Pointable, regions: ReadonlySet<number>): Pointable['topology']['borders'] {
  let lists = bordersByRegion.get(on)
  if (!lists) {
    lists = on.topology.surfaceOf.map(() => [])
    for (const border of on.topology.borders) for (const r of new Set(border.regions)) lists[r]!.push(border)
    bordersByRegion.set(on, lists)
  }
  return [...new Set([...regions].flatMap((r) => lists[r]!))]
}

const RULED = new Set(['plane', 'cylinder', 'cone'])
/** What has more of a part's surface is not something on it. */
const MOST = 0.4

/** True of a closed run that goes all the way round the axis of a face. */
function winds(on: Pointable, region: number, vertices: readonly number[]): boolean {
  const shape = shapeOf(on, region)
  if (shape.kind !== 'cylinder' && shape.kind !== 'cone') return false
  const x = anySquareTo(shape.axis)
  const y = cross(shape.axis, x)
  const angles = vertices.map((v) => {
    const off = sub(placeAt(on.mesh.positions, v), shape.point)
    return Math.atan2(dot(off, y), dot(off, x))
  })
  const turn = angles.reduce((sum, a, i) => {
    const step = a - angles.at(i - 1)!
    return sum + step - 2 * Math.PI * Math.round(step / (2 * Math.PI))
  }, 0)
  return Math.abs(turn) > 1
}

/** A region beside another one: 1 where the edge between stands out, -1 where it does not, 0 where there is none. */
interface Turn {
  to: number
  turn: -1 | 0 | 1
}
const turns = new WeakMap<Pointable, Turn[][]>()

function turnsOf(on: Pointable): Turn[][] {
  const before = turns.get(on)
  if (before) return before
  const { mesh, topology } = on
  const out: Turn[][] = topology.surfaceOf.map(() => [])
  const leans = leansOf(on)
  for (const [b, { regions, vertices }] of topology.borders.entries()) {
    const half = Math.max(1, Math.floor(vertices.length / 2))
    const [p, q] = [
      placeAt(mesh.positions, vertices[half - 1]!),
      placeAt(mesh.positions, vertices[half % vertices.length]!),
    ]
    const free = regions.some((r) => shapeOf(on, r).kind === 'free')
    const way = free ? undefined : edgeWay(regions.map((r) => sideOf(on, r)) as [Side, Side], p)
    const lean = free ? leans[b]! : way ? dot(way, sub(q, p)) : 0
    const turn = lean === 0 ? 0 : lean > 0 ? 1 : -1
    out[regions[0]]!.push({ to: regions[1], turn })
    out[regions[1]]!.push({ to: regions[0], turn })
  }
  turns.set(on, out)
  return out
}

/** Free faces that meet at less than this, radians, run into each other without an edge. */
const SMOOTH = 0.35

/** For each border how far its triangles turn outwards there, radians; 0 where that is little. */
function leansOf({
  mesh: { positions, indices, surfaces },
  topology: { borders, borderOf, opposite, surfaceOf },
}: Pointable): number[] {
  // prettier-ignore
  const sums = borders.map(() => [0, 0] as [turned: number, long: number])
  const isFree = borders.map(({ regions }) => regions.some((r) => surfaces[surfaceOf[r]!]!.shape.kind === 'free'))
  if (!isFree.includes(true)) return borders.map(() => 0)
  for (const [side, b] of borderOf.entries()) {
    if (b < 0 || opposite[side]! < side || !isFree[b]) continue
    const [p, q] = [indices[side]!, indices[nextSide(side)]!].map((v) => placeAt(positions, v)) as [Vec3, Vec3]
    const [own, other] = [side, opposite[side]!].map((s) => normalize(doubledNormal(positions, indices, Math.floor(s / 3)))) as [Vec3, Vec3] // prettier-ignore
    const edge = sub(q, p)
    const long = length(edge)
    // Seen along the edge, the face to its right turns down where the edge stands out.
    sums[b]![0] += Math.atan2(dot(cross(own, other), edge) / (long || 1), dot(own, other)) * long
    sums[b]![1] += long
  }
  return sums.map(([turned, long]) => (long > 0 && Math.abs(turned / long) > SMOOTH ? turned / long : 0))
}

/** How much of a part's surface some regions are. */
export function shareOf(on: Pointable, regions: Iterable<number>): number {
  const area = areasOf(on)
  const sum = (list: Iterable<number>) => [...list].reduce((all, r) => all + area[r]!, 0)
  return sum(regions) / sum(area.keys())
}

const areas = new WeakMap<Pointable, Float64Array>()

/** For each region its area, mm2. */
export function areasOf(on: Pointable): Float64Array {
  const before = areas.get(on)
  if (before) return before
  const { mesh, topology } = on
  const out = new Float64Array(topology.surfaceOf.length)
  for (const [t, region] of topology.regionOf.entries()) {
    const [a, b, c] = [0, 1, 2].map((k) => placeAt(mesh.positions, mesh.indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    out[region]! += length(cross(sub(b, a), sub(c, a))) / 2
  }
  areas.set(on, out)
  return out
}
