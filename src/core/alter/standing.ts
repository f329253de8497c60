import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { add, anySquareTo, cross, dot, normalize, placeAt, type Vec2, type Vec3 } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import { closedRuns, nextSide } from '../mesh/half-edges'
import { polygonArea } from '../profile/polygon'
import { bulge, overEdges, rimsRound, shareOf } from './bulges'
import { APART, OUT, STANDS } from './fact-bits'
import { shapeOf } from './new-faces'
import type { Feature } from './plan'
import { sideBySide } from './rims'

/** A region beside another one; `host`: the border is an inner outline of it, and it is flat. */
interface Link {
  to: number
  host: boolean
}

const known = new WeakMap<Pointable, Link[][]>()

/** For each region what lies beside it. */
function linksOf(on: Pointable): Link[][] {
  const before = known.get(on)
  if (before) return before
  const { mesh, topology } = on
  const { opposite, regionOf } = topology
  const rims: number[][] = topology.surfaceOf.map(() => [])
  const across = (side: number) => regionOf[Math.floor(opposite[side]! / 3)]!
  for (let side = 0; side < mesh.indices.length; side++) {
    const region = regionOf[Math.floor(side / 3)]!
    if (across(side) !== region) rims[region]!.push(side)
  }
  const inner = new Uint8Array(mesh.indices.length)
  for (const [region, sides] of rims.entries()) {
    const { shape } = mesh.surfaces[topology.surfaceOf[region]!]!
    if (shape.kind !== 'plane') continue
    const { normal } = sideOf(on, region).shape as typeof shape
    const x = anySquareTo(normal)
    const y = cross(normal, x)
    const { indices } = mesh
    for (const loop of closedRuns(
      sides,
      (side) => indices[side]!,
      (side) => indices[nextSide(side)]!,
    ) ?? []) {
      const points = loop.map((side): Vec2 => {
        const p = placeAt(mesh.positions, mesh.indices[side]!)
        return [dot(p, x), dot(p, y)]
      })
      if (polygonArea(points) < 0) for (const side of loop) inner[side] = 1
    }
  }
  const links = rims.map((sides) => {
    const own = new Map<string, Link>()
    for (const side of sides) {
      const link = { to: across(side), host: inner[opposite[side]!] === 1 }
      own.set(`${link.to} ${link.host}`, link)
    }
    return [...own.values()]
  })
  known.set(on, links)
  return links
}

/** What a face belongs to, within an inner outline of flat faces; none where that is all of the part. */
function withinOutline(on: Pointable, region: number): Feature | undefined {
  const links = linksOf(on)
  const regions = new Set([region])
  const hosts = new Set<number>()
  for (const r of regions)
    for (const { to, host } of links[r]!)
      if (host) hosts.add(to)
      else regions.add(to)
  // From within a ring one comes to its own inner outline.
  const outside = [...hosts].filter((h) => !regions.has(h))
  return outside.length > 0 ? { regions, hosts: outside, apart: true } : undefined
}

/**
 * What a face may belong to, the least first: what bulges out of the faces round it or is dented into them until the edges
 * turn the other way, and all that stands on flat faces within their outlines or is sunk in them.
 */
export function featuresWith(on: Pointable, region: number): Feature[] {
  const all = [bulge(on, region, true), bulge(on, region, false), withinOutline(on, region)]
  return all.filter((f): f is Feature => f !== undefined).sort((a, b) => a.regions.size - b.regions.size)
}

/** What has more of a part's surface does not stand on the rest of it. */
const MOST = 0.5
export const isMost = (on: Pointable, regions: Iterable<number>): boolean => shareOf(on, regions) > MOST

/** Whether what some faces are of stands on one foot, or on several side by side with no bore in it that may go on into what it stands on. */
function standsOnFeet(on: Pointable, regions: ReadonlySet<number>): boolean {
  const [first, ...more] = rimsRound(on, regions) ?? []
  if (!first || more.length === 0) return first !== undefined
  const bored = [...regions].some((r) => { const shape = shapeOf(on, r); return 'hole' in shape && shape.hole }) // prettier-ignore
  return !bored && sideBySide(on.mesh.positions, [first, ...more].map((r) => r.vertices)) // prettier-ignore
}

/** What stands on flat faces alone, or on one face, can be cut off along them; other things where runs of edges go round them that look one way. */
function comesOff(on: Pointable, region: number, feature: Feature | undefined): boolean {
  const { regions, hosts } = overEdges(on, region, true)
  if (hosts.length < 2 && feature) return true
  if (hosts.every((h) => shapeOf(on, h).kind === 'plane')) return feature !== undefined
  return !isMost(on, regions) && standsOnFeet(on, regions) && highOver(on, regions) > LEAST
}

/** What is no higher than this is a bend of the surface, mm. */
const LEAST = 0.5

/** How far some faces reach over the foot on which they stand, mm. */
function highOver({ mesh: { positions, indices }, topology }: Pointable, regions: ReadonlySet<number>): number {
  const triangles = [...regions].flatMap((r) => [...trianglesOf(topology, r)])
  const out = normalize(triangles.reduce<Vec3>((sum, t) => add(sum, doubledNormal(positions, indices, t)), [0, 0, 0]))
  const high = (v: number) => dot(out, placeAt(positions, v))
  const foot = topology.borders.flatMap(({ regions: [a, b], vertices }) => (regions.has(a) !== regions.has(b) ? vertices.map(high) : [])) // prettier-ignore
  const top = triangles.reduce(
    (most, t) => Math.max(most, ...[0, 1, 2].map((k) => high(indices[3 * t + k]!))),
    -Infinity,
  )
  return top - foot.reduce((a, b) => a + b, 0) / foot.length
}

/** For each region bits that say whether it belongs to a feature, and to one that is apart. */
export function standing(on: Pointable): Uint8Array {
  const links = linksOf(on)
  const out = new Uint8Array(links.length)
  /** What spreads from a face spreads from each that it comes to, so each is looked at once. */
  const each = (
    spread: (r: number) => Iterable<number>,
    found: (r: number) => Feature | undefined,
    more: (r: number, feature: Feature | undefined) => number = () => 0,
  ) => {
    const seen = new Uint8Array(links.length)
    for (let first = 0; first < links.length; first++) {
      if (seen[first]) continue
      const together = [...spread(first)]
      const feature = found(first)
      const is = (feature ? STANDS | (feature.apart ? APART : 0) : 0) | more(first, feature)
      for (const r of together) [seen[r], out[r]] = [1, out[r]! | is]
    }
  }
  const within = (first: number) => {
    const all = new Set([first])
    for (const r of all) for (const { to, host } of links[r]!) if (!host && !links[to]!.some((l) => l.to === r && l.host)) all.add(to) // prettier-ignore
    return all
  }
  each(within, (r) => withinOutline(on, r))
  for (const way of [true, false]) each((r) => overEdges(on, r, way).regions, (r) => bulge(on, r, way), way ? (r, f) => (comesOff(on, r, f) ? OUT : 0) : undefined) // prettier-ignore
  return out
}
