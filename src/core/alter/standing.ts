import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { anySquareTo, cross, dot, placeAt, type Vec2 } from '../geometry/vec'
import { closedRuns, nextSide } from '../mesh/half-edges'
import { polygonArea } from '../profile/polygon'
import { bulge, overEdges } from './bulges'
import { APART, OUT, STANDS } from './fact-bits'
import { shapeOf } from './new-faces'
import type { Feature } from './plan'

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

/** What stands on flat faces alone, or on one face, can be cut off along them. */
const comesOff = (on: Pointable, { hosts }: Feature): boolean => hosts.length === 1 || hosts.every((h) => shapeOf(on, h).kind === 'plane') // prettier-ignore

/** For each region bits that say whether it belongs to a feature, and to one that is apart. */
export function standing(on: Pointable): Uint8Array {
  const links = linksOf(on)
  const out = new Uint8Array(links.length)
  /** What spreads from a face spreads from each that it comes to, so each is looked at once. */
  const each = (
    spread: (r: number) => Iterable<number>,
    found: (r: number) => Feature | undefined,
    more: (feature: Feature) => number = () => 0,
  ) => {
    const seen = new Uint8Array(links.length)
    for (let first = 0; first < links.length; first++) {
      if (seen[first]) continue
      const together = [...spread(first)]
      const feature = found(first)
      const is = feature ? STANDS | (feature.apart ? APART : 0) | more(feature) : 0
      for (const r of together) [seen[r], out[r]] = [1, out[r]! | is]
    }
  }
  const within = (first: number) => {
    const all = new Set([first])
    for (const r of all) for (const { to, host } of links[r]!) if (!host && !links[to]!.some((l) => l.to === r && l.host)) all.add(to) // prettier-ignore
    return all
  }
  each(within, (r) => withinOutline(on, r))
  for (const way of [true, false]) each((r) => overEdges(on, r, way).regions, (r) => bulge(on, r, way), way ? (f) => (comesOff(on, f) ? OUT : 0) : undefined) // prettier-ignore
  return out
}
