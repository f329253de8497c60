import type { Pointable } from '../faces/resolve'
import { runRound } from '../faces/run-round'
import { distanceToSpan } from '../faces/onto'
import { wholesOf } from '../faces/wholes'
import { distance } from '../geometry/vec'
import { raise } from '../result'
import { isEdge } from './alike'
import { between, type Chain, chainsOf, type Station } from './chains'
import { sectionAt } from './section'

/** Edges on both sides of a narrow face, and the ball that touches it and the faces beyond both of them at once. Lengths mm. */
export interface WholeFace {
  chains: readonly Chain[]
  radius: number
  /** How wide the face is. */
  wide: number
}

/** So much of its width a face may be wider in one place than in another. */
const EVEN = 0.01
/** A ball that reaches just not quite across leaves both contacts on the face. */
const SHORT = 1 - 1e-6

/** Regions all of whose borders are among some. */
export const wholeRegions = ({ topology }: Pointable, borders: ReadonlySet<number>): number[] => {
  const all = new Map<number, boolean>()
  for (const [i, { regions }] of topology.borders.entries())
    for (const r of regions) all.set(r, (all.get(r) ?? true) && borders.has(i))
  return [...all].flatMap(([r, whole]) => (whole ? [r] : []))
}

/**
 * What replaces a narrow face by one round: it is as wide as the contacts of the rounds at both its sides lie from their edges, so
 * that these meet in its middle and are one. A face with two borders lies between them, any other between its two longest.
 * Errors: no-strip (it does not lie between two edges), uneven, inner
 */
export function wholeFace(on: Pointable, region: number): WholeFace {
  const sides = chainsBeside(on, region)
  const chains = sides.flat()
  if (chains.some((c) => !c.convex)) return raise('inner', 'An edge of this face goes inwards; one round replaces a face between two outer edges.', 'of') // prettier-ignore
  const whole = wholesOf(on)[region]!
  const [one, other] = sides.map(lookedAt) as [Looked, Looked]
  const found = [...one.places.map((s) => ballAcross(s, other, whole)), ...other.places.map((s) => ballAcross(s, one, whole))] // prettier-ignore
  const [wides, radii] = [found.map((f) => f.wide), found.map((f) => f.radius)]
  const [least, most] = [Math.min(...wides), Math.max(...wides)]
  const radius = Math.min(...radii)
  if (most > least * (1 + EVEN) || Math.max(...radii) > radius * (1 + EVEN))
    return raise('uneven', `The face is ${least.toFixed(2)} mm wide in one place and ${most.toFixed(2)} mm in another, or its sides lean differently; one round touches all three faces only where they stay the same.`, 'of') // prettier-ignore
  return { chains, radius: radius * SHORT, wide: least }
}

/** The edges on both sides of a face. */
function chainsBeside(on: Pointable, region: number): [Chain[], Chain[]] {
  const loops: number[][] = []
  for (const [i, { regions }] of on.topology.borders.entries())
    if (regions.includes(region) && !loops.flat().includes(i)) loops.push(runRound(on, region, i))
  const chains = (borders: readonly number[]) => chainsOf(on, borders.filter((b) => isEdge(on, b))) // prettier-ignore
  if (loops.length === 2) return loops.map(chains) as [Chain[], Chain[]]
  const [first, second] = loops.length === 1 ? chains(loops[0]!).sort((a, b) => b.long - a.long) : []
  if (!first || !second || first.closed) return raise('no-strip', 'This face does not lie between two edges; one round replaces a narrow one that does, like the top of a rib.', 'of') // prettier-ignore
  return [[first], [second]]
}

/** One side of a face. */
interface Looked {
  /** Where it is looked how wide the face is: between the ends of its stretches, for corners have no say. */
  places: Station[]
  /** Each station with the next one. */
  stretches: [Station, Station][]
}

/** At so many stretches of a chain it is looked how wide the face is. */
const LOOKS = 24

function lookedAt(side: readonly Chain[]): Looked {
  const own = side.map(({ stations, closed }) => stations.slice(closed ? 0 : 1).map((s, k): [Station, Station] => [stations.at(closed ? k - 1 : k)!, s])) // prettier-ignore
  const some = own.flatMap((list) => list.filter((_, k) => k % Math.ceil(list.length / LOOKS) === 0))
  return { stretches: own.flat(), places: some.flatMap(([a, b]) => [0.25, 0.5, 0.75].map((share) => between(a, b, share))) } // prettier-ignore
}

/** The ball at a place of one side of a face that just reaches the round of the other side. */
function ballAcross(station: Station, other: Looked, region: number): { wide: number; radius: number } {
  const off = (s: Station) => distance(s.at, station.at)
  const across = other.places.reduce((a, b) => (off(b) < off(a) ? b : a))
  const wide = Math.min(...other.stretches.map(([a, b]) => distanceToSpan(station.at, a.at, b.at)))
  const reach = (s: Station, radius: number): number => {
    const section = sectionAt(s, true, { kind: 'round', radius }, 0, 1)
    const side = s.regions[0] === region ? 0 : 1
    return section ? distance(section.contacts[side], s.at) : radius
  }
  let radius = wide / 2
  for (let k = 0; k < 20; k++) radius *= wide / (reach(station, radius) + reach(across, radius))
  return { wide, radius }
}
