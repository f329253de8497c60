import { type Chain, chainsOf, pointOf } from '../blend/chains'
import { isEdge } from '../blend/alike'
import { edgeWay, type Side, sideOf } from '../blend/side'
import { nameOf, type Pointable } from '../faces/resolve'
import { translation } from '../geometry/placement'
import { cross, distance, dot, scale, sub } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { nameKey, type SurfaceName } from '../kernel/surface'
import { nextSide } from '../mesh/half-edges'
import { facetsOf } from './even-offsets'
import { ball, facetFan, fan } from './fans'
import { slab } from './slab'

export interface Wall {
  /** Into the material, or out of it. */
  way: 'in' | 'out'
  /** How thick it is behind each region, mm; 0 where it stays open. */
  thick: (region: number) => number
  /** Names its new faces. */
  step: string
  /** Largest distance between a curve and its chords, mm. */
  tolerance: number
  /** It ends square to its faces where they do; else it goes on past them, so that it can be cut off flush. */
  square?: true
}

/** A slab stands so far out of the face that it is of, and goes on so far past its edges, so that slabs overlap, mm. */
const OUT = 0.03
const PAST = 0.02
/** Of faces without an exact shape the directions beside an edge are known to a few degrees: so much of the thickness. */
const FREE_PAST = 0.08

/**
 * All that lies within the thickness of a face that is kept, on one side of it, as one solid: slabs square to the faces, and
 * what is round about edges that open between them.
 * @returns with whether it is known to fall short of the thickness somewhere
 * Errors: face
 */
export function wallOf(kernel: Kernel, on: Pointable, wall: Wall): { solid: Solid; short: boolean } {
  const { thick, way, step, tolerance, square } = wall
  const inwards = way === 'in'
  const regions = on.topology.surfaceOf.map((_, r) => r).filter((r) => thick(r) > 0)
  const most = Math.max(...regions.map(thick))
  const isFree = (r: number) => on.mesh.surfaces[on.topology.surfaceOf[r]!]!.shape.kind === 'free'
  const overlap = (a: number, b: number) => (isFree(a) || isFree(b) ? FREE_PAST * Math.max(thick(a), thick(b)) : PAST)
  const slabs = regions.map((region) => {
    const segment = nameKey(nameOf(on.mesh.surfaces[on.topology.surfaceOf[region]!]!)).replace(/\n+/g, '.')
    const inside = { step, role: 'inside', segment }
    return slab(kernel, on, {
      region,
      from: inwards ? -thick(region) : -OUT,
      to: inwards ? OUT : thick(region),
      past: (other) => (thick(other) > 0 ? overlap(region, other) : square ? 0 : 2 * most),
      tags: inwards ? { behind: inside, before: { step, role: 'skin' } } : { behind: { step, role: 'skin' }, before: inside }, // prettier-ignore
    })
  })
  const between = on.topology.borders.flatMap((b, i) => (b.regions.every((r) => thick(r) > 0) ? [i] : []))
  const edges = between.filter((b) => hasFree(on, b) || isEdge(on, b) || fades(on, b))
  const free = edges.filter((b) => hasFree(on, b) || fades(on, b))
  const kept = edges.filter((b) => !free.includes(b))
  const opening = chainsOf(on, kept, true).filter((c) => c.convex !== inwards)
  const fans = opening.map((chain) => {
    const thickest = Math.max(...chain.stations.flatMap((s) => s.regions.map(thick)))
    const further = endsOf(chain).map(({ others }) => (!square && others.some((r) => thick(r) === 0) ? 2 * most : 0)) as [number, number] // prettier-ignore
    return fan(kernel, chain, { thick: thickest, inwards, further, tag: { step, role: 'inside' }, tolerance })
  })
  const all = [...slabs.map((s) => s.solid), ...fans.map((f) => f.solid), ...balls(kernel, on, opening, wall), ...freeFans(kernel, on, free, wall)] // prettier-ignore
  return { solid: kernel.union(all), short: slabs.some((s) => s.short) || fans.some((f) => f.folds) }
}

const hasFree = ({ mesh, topology }: Pointable, border: number): boolean =>
  topology.borders[border]!.regions.some((r) => mesh.surfaces[topology.surfaceOf[r]!]!.shape.kind === 'free')

/** True of a border that is an edge at some of its places and none at others: where two bent pipes meet in a mitre. */
function fades(on: Pointable, border: number): boolean {
  const { regions, vertices } = on.topology.borders[border]!
  const sides = regions.map((r) => sideOf(on, r)) as [Side, Side]
  const sharp = vertices.filter((v) => edgeWay(sides, pointOf(on, v))).length
  return sharp > 0 && sharp < vertices.length
}

/** Facets that turn by less need no fan between them: slabs of faces without an exact shape overlap by as much (cosine of 4 degrees). */
const EVEN = Math.cos((4 * Math.PI) / 180)

/** At borders of faces without an exact shape a fan for each side of a facet that opens, and a ball at its ends. */
function freeFans(
  kernel: Kernel,
  on: Pointable,
  borders: readonly number[],
  { thick, way, step, tolerance }: Wall,
): Solid[] {
  const { outs, opposite, at, creased } = facetsOf(on)
  const { indices } = on.mesh
  const tag = { step, role: 'inside' }
  const wanted = new Set(borders)
  const made: Solid[] = []
  const corners = new Map<number, number>()
  for (let s = 0; s < indices.length; s++) {
    const border = on.topology.borderOf[s]!
    // Each side once: it is of a facet on both sides of it.
    if (!wanted.has(border) || !creased.has(border) || opposite[s]! < s) continue
    const [a, b] = [outs[Math.floor(s / 3)]!, outs[Math.floor(opposite[s]! / 3)]!]
    const [p, q] = [indices[s]!, indices[nextSide(s)]!]
    const convex = dot(cross(a, b), sub(at(q), at(p))) > 0
    if (convex === (way === 'in') || dot(a, b) > EVEN || distance(at(p), at(q)) < PAST) continue
    if (dot(a, a) < 0.5 || dot(b, b) < 0.5) continue
    const radius = Math.max(...on.topology.borders[border]!.regions.map(thick))
    const sign = way === 'in' ? -1 : 1
    made.push(facetFan(kernel, [at(p), at(q)], [scale(a, sign), scale(b, sign)], { thick: radius + 2 * tolerance, past: PAST, tag, tolerance })) // prettier-ignore
    for (const v of [p, q]) corners.set(v, Math.max(radius, corners.get(v) ?? 0))
  }
  const balls = [...corners].map(([v, radius]) => kernel.place(ball(kernel, radius + 4 * tolerance, tag, 2 * tolerance), translation(at(v)))) // prettier-ignore
  return [...made, ...balls]
}

const endsOf = ({ ends }: Chain) => ends ?? ([{ others: [] }, { others: [] }] as const)

/** Round corners where edges that open end between kept faces. */
function balls(kernel: Kernel, on: Pointable, opening: readonly Chain[], { thick, step, tolerance }: Wall): Solid[] {
  const places = new Map<number, number>()
  for (const chain of opening)
    for (const { vertex, others } of chain.ends ?? []) {
      if (others.some((r) => thick(r) === 0)) continue
      const radius = Math.max(...chain.stations[0]!.regions.map(thick), ...others.map(thick))
      places.set(vertex, Math.max(radius, places.get(vertex) ?? 0))
    }
  const made = new Map<number, Solid>()
  return [...places].map(([vertex, radius]) => {
    const one = made.get(radius) ?? ball(kernel, radius, { step, role: 'inside' }, tolerance)
    made.set(radius, one)
    return kernel.place(one, translation(pointOf(on, vertex)))
  })
}

/** Names of the faces that have a wall. */
export const keptNames = (on: Pointable, thick: Wall['thick']): SurfaceName[] => [
  ...new Map(
    on.topology.surfaceOf.flatMap((s, r) => (thick(r) > 0 ? [nameOf(on.mesh.surfaces[s]!)] : [])).map((n) => [nameKey(n), n]), // prettier-ignore
  ).values(),
]
