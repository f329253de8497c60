import type { Pointable } from '../faces/resolve'
import { distanceToSpan } from '../faces/onto'
import { wholesOf } from '../faces/wholes'
import { angleBetween, distance, dot, normalize, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import { raise } from '../result'
import { edgeWay, meetingPoint, type Side, sideOf } from './side'

/** A place of an edge. */
export interface Station {
  at: Vec3
  /** Where the edge leads there, of length 1. */
  way: Vec3
  /** The face to its left as it is gone along, seen from outside, and the one to its right. */
  sides: readonly [Side, Side]
  /** The same faces by region, each by the first of those that are one face with it. */
  regions: readonly [number, number]
  /** The border that it is of. */
  border: number
}

/** Where an open chain ends. */
export interface ChainEnd {
  vertex: number
  /** Regions that meet there besides the two that the edge lies between. */
  others: readonly number[]
}

/** Edges that run smoothly on into each other, all outwards or all inwards. */
export interface Chain {
  stations: readonly Station[]
  closed: boolean
  /** Outwards: the material is inside the corner. */
  convex: boolean
  /** The length of all its edges, mm. */
  long: number
  /** First and last, of an open one. */
  ends?: readonly [ChainEnd, ChainEnd]
}

/** Edges that turn by less than this go on (cosine of 14 degrees). */
const ON = Math.cos((14 * Math.PI) / 180)

/** How many outer and inner edges there are, and their length together, as the sheet says it. */
export function chainWords(chains: readonly Chain[]): string {
  const [outer, inner] = [true, false].map((convex) => chains.filter((c) => c.convex === convex).length) as [number, number] // prettier-ignore
  const long = chains.reduce((sum, c) => sum + c.long, 0)
  const kinds = [outer ? `${outer} outer` : '', inner ? `${inner} inner` : ''].filter(Boolean).join(' and ')
  return `${kinds} ${chains.length === 1 ? 'edge' : 'edges'}, ${long.toFixed(1)} mm together`
}

/** A border as it is gone along. */
interface Piece {
  border: number
  vertices: readonly number[]
  closed: boolean
  regions: readonly [number, number]
  convex: boolean
}

/**
 * Borders linked to chains.
 * @param all their places are all kept, also those that lie close beside others
 * Errors: smooth (two faces of an edge run into each other without a corner)
 */
export function chainsOf(on: Pointable, borders: readonly number[], all = false): Chain[] {
  const left = new Map(borders.map((b) => [b, pieceOf(on, b)]))
  const chains: Chain[] = []
  for (const [b, first] of left) {
    if (!left.delete(b)) continue
    const run = [first]
    if (!first.closed) {
      for (let next = onward(on, run.at(-1)!, left); next; next = onward(on, run.at(-1)!, left)) take(left, run, next)
      const back = run.map(turned).reverse()
      for (let next = onward(on, back.at(-1)!, left); next; next = onward(on, back.at(-1)!, left)) take(left, back, next) // prettier-ignore
      run.splice(0, run.length, ...back)
    }
    chains.push(chainOf(on, run, all))
  }
  return chains
}

function take(left: Map<number, Piece>, run: Piece[], next: Piece): void {
  left.delete(next.border)
  run.push(next)
}

function pieceOf(on: Pointable, border: number): Piece {
  const { vertices, closed } = on.topology.borders[border]!
  const wholes = wholesOf(on)
  const regions = on.topology.borders[border]!.regions.map((r) => wholes[r]!) as [number, number]
  const sides = regions.map((r) => sideOf(on, r)) as [Side, Side]
  // Halfway along, where no other face comes near.
  const half = Math.max(1, Math.floor(vertices.length / 2))
  const [p, q] = [pointOf(on, vertices[half - 1]!), pointOf(on, vertices[half % vertices.length]!)]
  const way = edgeWay(sides, scale([p[0] + q[0], p[1] + q[1], p[2] + q[2]], 0.5))
  if (!way) return raise('smooth', 'The two faces of this edge run into each other without a corner.', 'of')
  return { border, vertices, closed, regions, convex: dot(way, sub(q, p)) > 0 }
}

const turned = (p: Piece): Piece => ({ ...p, vertices: [...p.vertices].reverse(), regions: [p.regions[1], p.regions[0]] }) // prettier-ignore

export const pointOf = ({ mesh: { positions } }: Pointable, i: number): Vec3 => placeAt(positions, i)

/** The one piece that goes on from the end of another along one of its faces. */
function onward(on: Pointable, piece: Piece, left: ReadonlyMap<number, Piece>): Piece | undefined {
  const end = piece.vertices.at(-1)!
  const way = wayAt(on, piece, end)
  const found = [...left.values()]
    .filter((p) => !p.closed && p.convex === piece.convex)
    .flatMap((p) => [p, turned(p)])
    .filter(
      (p) =>
        p.vertices[0] === end &&
        dot(wayAt(on, p, end), way) > ON &&
        (p.regions[0] === piece.regions[0] || p.regions[1] === piece.regions[1]),
    )
  return found.length === 1 ? found[0] : undefined
}

/** Where a piece leads at one of its vertices, by its faces; the mesh alone may turn there within what rounding left. */
function wayAt(on: Pointable, { regions, convex, vertices }: Piece, vertex: number): Vec3 {
  const way = edgeWay(regions.map((r) => sideOf(on, r)) as [Side, Side], pointOf(on, vertex))
  if (way) return convex ? way : scale(way, -1)
  return normalize(sub(pointOf(on, vertices.at(-1)!), pointOf(on, vertices[0]!)))
}

function chainOf(on: Pointable, run: readonly Piece[], all: boolean): Chain {
  const { convex } = run[0]!
  const [from, to] = [run[0]!.vertices[0]!, run.at(-1)!.vertices.at(-1)!]
  const closed = run[0]!.closed || (run.length > 1 && from === to)
  const stations = spaced(
    run.flatMap((piece, i) => {
      const own = piece.vertices.map((v) => stationOf(on, piece, pointOf(on, v)))
      // Where one piece goes on in the next, their place is one.
      return i > 0 || (closed && run.length > 1 && !piece.closed) ? own.slice(1) : own
    }),
    closed,
    all,
  )
  const places = closed ? [...stations, stations[0]!] : stations
  const long = places.slice(1).reduce((sum, s, i) => sum + distance(places[i]!.at, s.at), 0)
  if (closed) return { stations, closed, convex, long }
  const ends = [
    { vertex: from, others: othersAt(on, from, run[0]!.regions) },
    { vertex: to, others: othersAt(on, to, run.at(-1)!.regions) },
  ] as const
  return { stations, closed, convex, long, ends }
}

/** Places that rounding left beside another are one with it, mm. */
const BESIDE = 2e-3
/** So near to another one a place says nothing that the next does not, where it lies on the way there, mm. */
const CLOSE = 0.1
const ON_WAY = 0.015

/**
 * True of a place that is as good as one with another beside it, on the way to a third. Faces as meshes have them lean a
 * little at each of their corners, and of two that are close one this way and the other that.
 */
const isBeside = (from: Station, s: Station, to: Station, all: boolean): boolean =>
  distance(s.at, to.at) <= BESIDE ||
  (!all && distance(s.at, to.at) < CLOSE && distanceToSpan(s.at, from.at, to.at) < ON_WAY)

function spaced(stations: readonly Station[], closed: boolean, all: boolean): Station[] {
  const out: Station[] = []
  for (const [k, s] of stations.entries()) {
    const last = out.at(-1)
    const next = stations[k + 1] ?? (closed ? stations[0] : undefined)
    if (!last || !(next ? isBeside(next, s, last, all) : distance(last.at, s.at) <= BESIDE)) out.push(s)
  }
  const [first, last] = [out[0]!, stations.at(-1)!]
  // As elsewhere the later of two goes: what leads on from there is of the next border.
  if (closed) return out.length > 3 && isBeside(out[1]!, first, out.at(-1)!, all) ? out.slice(1) : out
  // An open chain ends where it ends.
  return out.length > 1 && out.at(-1) !== last ? [...out.slice(0, -1), last] : out
}

function stationOf(on: Pointable, { regions, convex, border }: Piece, p: Vec3): Station {
  const sides = regions.map((r) => sideOf(on, r)) as [Side, Side]
  const way = edgeWay(sides, p)
  if (!way) return raise('smooth', 'The two faces of this edge run into each other without a corner.', 'of')
  const on2 = meetingPoint(sides, [0, 0], p, way)
  const at = on2 && distance(on2, p) < 0.1 ? on2 : p
  return { at, way: convex ? way : scale(way, -1), sides, regions, border }
}

/** A place on the straight way between two stations. */
export function between(a: Station, b: Station, share: number): Station {
  const p: Vec3 = [0, 1, 2].map((k) => a.at[k]! + (b.at[k]! - a.at[k]!) * share) as unknown as Vec3
  const way = edgeWay(b.sides, p)
  const on = way && meetingPoint(b.sides, [0, 0], p, way)
  return { ...b, at: on ?? p, way: way ? scale(way, dot(way, b.way) < 0 ? -1 : 1) : b.way }
}

/** The regions that meet at a vertex, but for some, each whole. */
export function othersAt(on: Pointable, vertex: number, but: readonly number[]): number[] {
  const { mesh, topology } = on
  const [found, wholes] = [new Set<number>(), wholesOf(on)]
  for (let i = 0; i < mesh.indices.length; i++)
    if (mesh.indices[i] === vertex) found.add(wholes[topology.regionOf[Math.floor(i / 3)]!]!)
  return [...found].filter((r) => !but.includes(r))
}

/** Between two places of a free face there is nothing but facets: how far what they stand for is from these, by how much it turns. */
const bent = (side: Side, a: Vec3, b: Vec3): number => (distance(a, b) * angleBetween(side.out(a), side.out(b))) / 8

/** How far the chords of a chain are from its faces at most, mm. */
export function sagitta({ stations, closed }: Chain): number {
  let most = 0
  for (let i = 0; i + (closed ? 0 : 1) < stations.length; i++) {
    const [a, b] = [stations[i]!, stations[(i + 1) % stations.length]!]
    const half = scale([a.at[0] + b.at[0], a.at[1] + b.at[1], a.at[2] + b.at[2]], 0.5)
    for (const side of b.sides)
      most = Math.max(most, Math.abs(side.off(half)), side.shape.kind === 'free' ? bent(side, a.at, b.at) : 0)
  }
  return most
}
