import { distanceToSpan } from '../faces/onto'
import type { Pointable } from '../faces/resolve'
import { TriangleTree } from '../fit/gap'
import { distance, dot, scale, sub, type Vec3 } from '../geometry/vec'
import { between, type Chain, type Station } from './chains'
import { isNear, regionTree } from './near-faces'
import { type Form, type Section, sectionAt } from './section'

/** A chain, and what becomes of it. */
export interface Blending {
  chain: Chain
  form: Form
}

/** A place of a chain at which it is looked whether the new face fits. */
export interface Probe {
  station: Station
  section: Section
  /** How far along its chain, mm. */
  along: number
}

/** So many places of a straight edge are looked at. */
const LOOKS = 15

/**
 * Places along a chain, with what the new face would be there.
 * @param zones how far in from the ends of an open one nothing is asked, mm
 * @returns none where there is no such face, or where it would run back over itself
 */
export function probesOf(
  { chain, form }: Blending,
  zones: readonly [number, number],
  lift: number,
): Probe[] | undefined {
  const { stations, closed, convex, ends } = chain
  const along = alongOf(chain)
  const at = (s: Station, far: number): Probe | undefined => {
    const section = sectionAt(s, convex, form, lift, 2)
    return section && { station: s, section, along: far }
  }
  const all: Probe[] = []
  const own: (Probe | undefined)[] = stations.map((s, k) => at(s, along[k]!))
  for (let k = 0; k + (closed ? 0 : 1) < stations.length; k++) {
    const [a, b] = [own[k], own[(k + 1) % stations.length]]
    if (!a || !b || runsBack(a, b)) return undefined
    const long = distance(a.station.at, b.station.at)
    const isLong = long > reachOf(a) / 2
    const inner = isLong
      ? Array.from({ length: LOOKS }, (_, i) => {
          const share = (i + 1) / (LOOKS + 1)
          return at(between(a.station, b.station, share), a.along + share * long)
        })
      : []
    if (inner.some((p) => !p)) return undefined
    all.push(a, ...(inner as Probe[]))
  }
  if (!closed) {
    const last = own.at(-1)
    if (!last) return undefined
    all.push(last)
  }
  if (!ends) return all
  const [from, to] = [stations[0]!.at, stations.at(-1)!.at]
  const inner = all.filter((p) => distance(p.station.at, from) > zones[0] && distance(p.station.at, to) > zones[1])
  return inner.length > 0 ? inner : [all[Math.floor(all.length / 2)]!]
}

/**
 * How far in from both ends of an open chain other faces have a say in what the new face becomes, mm: other edges that
 * are done with it reach in the farther the sharper the corner is.
 */
export function zonesOf(own: Blending, all: readonly Blending[]): [number, number] {
  const { ends } = own.chain
  if (!ends) return [0, 0]
  const reachAt = ({ chain, form }: Blending, last: boolean): number => {
    const station = chain.stations.at(last ? -1 : 0)!
    const section = sectionAt(station, chain.convex, form, 0, 2)
    return section ? reachOf({ station, section }) : 0
  }
  const inwards = ({ chain }: Blending, last: boolean): Vec3 => scale(chain.stations.at(last ? -1 : 0)!.way, last ? -1 : 1) // prettier-ignore
  return [false, true].map((last) => {
    const reach = reachAt(own, last)
    const { vertex } = ends[last ? 1 : 0]
    const others = all.flatMap((other) =>
      [false, true].flatMap((end) => {
        if (other === own || other.chain.ends?.[end ? 1 : 0].vertex !== vertex) return []
        const turn = Math.max(-0.99, Math.min(0.99, dot(inwards(own, last), inwards(other, end))))
        return [(1.1 * (reach * Math.max(turn, 0) + reachAt(other, end))) / Math.sqrt(1 - turn * turn)]
      }),
    )
    return Math.max(2 * reach, ...others)
  }) as [number, number]
}

const reachOf = ({ station, section }: Pick<Probe, 'station' | 'section'>): number => Math.max(...section.contacts.map((p) => distance(p, station.at))) // prettier-ignore

/** True if what runs along between two places does so against the edge: the new face crosses itself. */
function runsBack(a: Probe, b: Probe): boolean {
  const way = sub(b.station.at, a.station.at)
  return a.section.across.some((p, j) => dot(sub(b.section.across[j]!, p), way) <= 0)
}

/** The first place where the new face would not begin and end on the two faces of its edge. */
export function missing(on: Pointable, probes: readonly Probe[], slack: number): Probe | undefined {
  return probes.find(({ station, section }) =>
    section.contacts.some((p, i) => !isNear(p, regionTree(on, station.regions[i as 0 | 1]), slack)),
  )
}

/** How far along a chain its places are, mm. */
function alongOf({ stations }: Chain): number[] {
  let far = 0
  return stations.map((s, k) => (far += k === 0 ? 0 : distance(stations[k - 1]!.at, s.at)))
}

/** A stretch of an edge along a face, and how far on that the new face of it begins. */
interface Stretch {
  chain: Chain
  a: Vec3
  b: Vec3
  reach: number
  /** How far along its chain it begins, mm. */
  along: number
}

/**
 * The first chain whose new face would lie under that of another one, or of itself, on a face that they share. Where two
 * of them share a corner, one place that is free of the other is enough.
 */
export function crowded(
  looks: readonly { chain: Chain; form: Form; probes: readonly Probe[] }[],
  slack: (of: Chain, form: Form) => number,
): Probe | undefined {
  const onFaces = new Map<number, Stretch[]>()
  for (const [region, s] of looks.flatMap(({ chain, probes }) => stretchesOf(chain, probes))) {
    const own = onFaces.get(region)
    if (own) own.push(s)
    else onFaces.set(region, [s])
  }
  const near = new Map([...onFaces].map(([region, own]) => [region, nearOf(own)]))
  for (const { chain, form, probes } of looks) {
    const free = slack(chain, form)
    const isFree = (other: (s: Stretch) => boolean) => (probe: Probe) =>
      probe.section.contacts.every(
        (q, i) =>
        (near.get(probe.station.regions[i as 0 | 1])?.(q) ?? []).every((s) => !other(s) || isBeside(s, probe, chain) || distanceToSpan(q, s.a, s.b) > s.reach - free), // prettier-ignore
      )
    const far = probes.find((p) => !isFree((s) => s.chain === chain || !meet(s.chain, chain))(p))
    if (far) return far
    if (!probes.some(isFree((s) => s.chain !== chain && meet(s.chain, chain)))) return probes[0]
  }
  return undefined
}

/** Finds those stretches that can be so near to a point that it lies within their reach. */
function nearOf(stretches: readonly Stretch[]): (q: Vec3) => Stretch[] {
  const tree = new TriangleTree(Float32Array.from(stretches.flatMap(({ a, b }) => [...a, ...b, ...b])))
  const reach = 1e-3 + Math.max(...stretches.map((s) => s.reach))
  return (q) => {
    const found: Stretch[] = []
    tree.within([...q.map((v) => v - reach), ...q.map((v) => v + reach)], (k) => found.push(stretches[k]!))
    return found
  }
}

/** True of a stretch of the same chain, so near along it that it is no other edge. */
function isBeside(s: Stretch, { along }: Probe, chain: Chain): boolean {
  if (s.chain !== chain) return false
  const gap = Math.abs(s.along - along)
  return Math.min(gap, chain.closed ? chain.long - gap : Infinity) < 3 * s.reach + distance(s.a, s.b)
}

const meet = (a: Chain, b: Chain): boolean => (a.ends ?? []).some((e) => (b.ends ?? []).some((f) => e.vertex === f.vertex)) // prettier-ignore

function stretchesOf(chain: Chain, probes: readonly Probe[]): [number, Stretch][] {
  const { stations, closed } = chain
  const out: [number, Stretch][] = []
  const at = new Map(probes.map((p) => [p.station, p]))
  const along = alongOf(chain)
  for (let k = 0; k + (closed ? 0 : 1) < stations.length; k++) {
    const [a, b] = [stations[k]!, stations[(k + 1) % stations.length]!]
    const near = [a, b].flatMap((s) => at.get(s) ?? [])
    const own = near.length > 0 ? near : [probes.find((p) => p.station.border === b.border) ?? probes[0]!]
    for (const i of [0, 1] as const)
      out.push([b.regions[i], { along: along[k]!, chain, a: a.at, b: b.at, reach: Math.min(...own.map((p) => distance(p.section.contacts[i], p.station.at))) }]) // prettier-ignore
  }
  return out
}

/** So many places of a chain are looked for in what came out, at most. */
const MOST_LOOKS = 60

/** The first place where the new face is not there in what came out. @param own the new faces */
export function lost(own: TriangleTree, probes: readonly Probe[], slack: number): Probe | undefined {
  const some = probes.filter((_, k) => k % Math.ceil(probes.length / MOST_LOOKS) === 0)
  return some.find(({ section }) => {
    const { across } = section
    const middle = across.length > 2 ? across[1]! : across[0]!.map((v, k) => (v + across[1]![k]!) / 2) as unknown as Vec3 // prettier-ignore
    return !isNear(middle, own, slack)
  })
}
