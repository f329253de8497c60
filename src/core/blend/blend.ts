import type { Pointable } from '../faces/resolve'
import { add, scale, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { chordsFor } from '../profile/polygon'
import { raise } from '../result'
import { blendShape } from './blend-shape'
import { type Chain, sagitta, type Station } from './chains'
import { withoutChips } from './chips'
import { type Arrival, arrivals, ballTool, type Pivot, pivotAt, pivotTool } from './corners'
import { clearOf, type Ending, endingOf, stopped } from './ends'
import { type Blending, crowded, lost, missing, type Probe, probesOf, zonesOf } from './fits'
import { offFrom, regionTree, treeOf } from './near-faces'
import { type Form, type Section, sectionAt } from './section'
import { sewn } from './sewn'
import { shifted, tubeSolid } from './tube'

/** What edges are rounded with. */
export interface BlendContext {
  kernel: Kernel
  id: string
  /** Largest distance between a curve and its chords, mm. */
  tolerance: number
}

/** At least this much is cut in front of a face, or filled behind it, mm. */
const LIFT = 0.02

/**
 * Where it is seen that edges can be rounded or bevelled, on the solid as it is.
 * Errors: large (it does not fit on the faces beside an edge)
 */
export function fitted(on: Pointable, wanted: readonly Blending[], tolerance: number): Probe[][] {
  const looks = wanted.map((w) => fitting(on, w, zonesOf(w, wanted), tolerance))
  const narrow = crowded(wanted.map((w, i) => ({ ...w, probes: looks[i]! })), (chain, form) => slackOf(chain, form, tolerance)) // prettier-ignore
  return narrow ? tooLarge(chainThrough(wanted, narrow), narrow.station.at) : looks
}

/**
 * A solid with edges rounded or bevelled, those that go inwards first.
 * @param on the same solid, with its regions and borders
 * Errors: large, mixed, corner, end, pieces
 */
export function blended(solid: Solid, on: Pointable, wanted: readonly Blending[], context: BlendContext): Solid {
  const { kernel, id, tolerance } = context
  kernel.goOn()
  const looks = fitted(on, wanted, tolerance)
  const corners = [...arrivals(wanted.map((w) => w.chain))].map(([vertex, coming]): Corner => ({ vertex, coming, pivot: pivotAt(on, vertex, coming) })) // prettier-ignore
  const [fillers, cutters] = [false, true].map((convex) => {
    const own = corners.filter((c) => c.coming[0]!.chain.convex === convex)
    return toolsFor(on, wanted.filter((w) => w.chain.convex === convex), own, context) // prettier-ignore
  }) as [Solid[], Solid[]]
  const filled = fillers.length > 0 ? kernel.union([solid, ...fillers]) : solid
  const cut = kernel.subtract(filled, cutters)
  const changed = Math.abs(filled.volume() - solid.volume()) + Math.abs(filled.volume() - cut.volume())
  const result = sewn(kernel, withoutChips(kernel, cut, CHIP * changed), id)
  const [was, is] = [kernel.bodies(solid).length, kernel.bodies(result).length]
  if (was !== is) return raise('pieces', `The part would come to be in ${is} pieces instead of ${was}.`, 'of')
  const mesh = kernel.read(result)
  const own = treeOf(mesh, (t) => mesh.surfaces[mesh.triangleSurface[t]!]!.step === id)
  for (const [i, { chain, form }] of wanted.entries()) {
    const gone = lost(own, looks[i]!, slackOf(chain, form, tolerance))
    if (gone) return tooLarge(chain, gone.station.at)
  }
  return result
}

/** A corner at which chains end, and what goes round it where that is a turn. */
interface Corner {
  vertex: number
  coming: readonly Arrival[]
  pivot: Pivot | undefined
}

const chainThrough = (wanted: readonly Blending[], { station }: Probe): Chain =>
  (wanted.find(({ chain }) => chain.stations.some((s) => s.border === station.border)) ?? wanted[0]!).chain

const slackOf = (chain: Chain, form: Form, tolerance: number): number => {
  const size = form.kind === 'round' ? form.radius : form.a
  return 2 * tolerance + 2 * sagitta(chain) + 5e-4 * size
}

/** Places where it was seen to fit. Errors: large */
function fitting(on: Pointable, wanted: Blending, zones: readonly [number, number], tolerance: number): Probe[] {
  const { chain, form } = wanted
  const probes = probesOf(wanted, zones, LIFT)
  if (!probes) return tooLarge(chain, chain.stations[0]!.at)
  const off = missing(on, probes, slackOf(chain, form, tolerance))
  return off ? tooLarge(chain, off.station.at) : probes
}

const places = (p: Vec3): string => p.map((v) => Number(v.toFixed(1))).join(', ')
const tooLarge = (chain: Chain, at: Vec3): never =>
  raise('large', `It does not fit at the edge of ${chain.long.toFixed(1)} mm through ${places(at)}: the faces beside it are too small, or others come in its way.`, 'of') // prettier-ignore

/** Loose pieces so small to what is changed are what chords leave between them. */
const CHIP = 1e-4

function toolsFor(
  on: Pointable,
  wanted: readonly Blending[],
  corners: readonly Corner[],
  context: BlendContext,
): Solid[] {
  if (wanted.length === 0) return []
  const { kernel, id, tolerance } = context
  const formOf = (chain: Chain) => wanted.find((w) => w.chain === chain)!.form
  const chords = Math.max(...wanted.map(({ form }) => chordsOf(form, tolerance)))
  const turning = new Set(corners.flatMap((c) => (c.pivot ? [c.vertex] : [])))
  const tools = wanted.map(({ chain, form }) => chainTool(on, chain, form, turning, { ...context, chords }))
  for (const { coming, pivot } of corners) {
    const { chain } = coming[0]!
    const form = formOf(chain)
    const lift = liftOf(chain)
    if (pivot)
      tools.push(pivotTool(kernel, pivot, { convex: chain.convex, form, lift, step: id, tolerance: tolerance / 4 }))
    const isBall = form.kind === 'round' && coming.length === 3 && coming.every((a) => sameRadius(formOf(a.chain), form)) // prettier-ignore
    const ball = isBall ? ballTool(kernel, coming, { radius: form.radius, lift, step: id, chords }) : undefined
    if (ball) tools.push(ball)
  }
  return tools
}

const sameRadius = (a: Form, b: Form): boolean => a.kind === 'round' && b.kind === 'round' && a.radius === b.radius
/** On round faces chords leave more between them. */
const liftOf = (chain: Chain): number => (sagitta(chain) < 1e-6 ? LIFT : 5 * LIFT + 3 * sagitta(chain))

/** A quarter of a round has so many chords that they take 0.1 % of what it is about, at the finest quality. */
const FINE = 40
function chordsOf(form: Form, tolerance: number): number {
  if (form.kind !== 'round') return 1
  const own = chordsFor(form.radius, Math.PI / 2, tolerance)
  return tolerance <= 0.002 ? Math.max(own, FINE) : Math.max(own, 4)
}

/** What is filled in ends a little behind the facets of a round face, which lie behind the face: else its side would be seen there. */
const BEHIND = 1e-4

function sunk(on: Pointable, { sides, regions }: Station, section: Section, lift: number): Section {
  const contacts = section.contacts.map((p, i) => {
    const side = sides[i as 0 | 1]
    if (side.shape.kind === 'plane' || side.shape.kind === 'free') return p
    const off = offFrom(p, regionTree(on, regions[i as 0 | 1]), lift)
    return off < lift ? add(p, scale(side.out(p), -off - BEHIND)) : p
  }) as [Vec3, Vec3]
  return { ...section, contacts, across: [contacts[0], ...section.across.slice(1, -1), contacts[1]] }
}

function chainTool(
  on: Pointable,
  chain: Chain,
  form: Form,
  turning: ReadonlySet<number>,
  { kernel, id, tolerance, chords }: BlendContext & { chords: number },
): Solid {
  const { stations, closed, convex, ends } = chain
  const lift = liftOf(chain) + tolerance
  const sections = stations.map((s) => {
    const section = sectionAt(s, convex, form, lift, chords) ?? tooLarge(chain, s.at)
    return convex ? section : sunk(on, s, section, lift)
  })
  const tags: SurfaceTag[] = []
  const faceOf = new Map<number, number>()
  const faces = stations.map((_, k) => {
    const to = (k + 1) % stations.length
    const { border } = stations[to]!
    const found = faceOf.get(border) ?? tags.push({ step: id, role: 'blend', segment: between(on, border), shape: blendShape(stations[to]!, convex, form, sections[to]!) }) - 1 // prettier-ignore
    faceOf.set(border, found)
    return found
  })
  if (closed || !ends) return tubeSolid(kernel, { sections, faces, tags, closed: true }, id)
  const out = [scale(stations[0]!.way, -1), stations.at(-1)!.way] as const
  const endings = ends.map((end, i): Ending => {
    const k = i === 0 ? 0 : stations.length - 1
    return turning.has(end.vertex)
      ? { further: 0, stops: [] }
      : endingOf(on, end, stations[k]!, sections[k]!, { convex, way: out[i as 0 | 1], lift })
  })
  const [before, after] = endings.map(({ further }, i) => (further > 0 ? [shifted(sections.at(-i)!, scale(out[i as 0 | 1], further))] : [])) as [typeof sections, typeof sections] // prettier-ignore
  const all = [...before, ...sections, ...after]
  const stretches = [...before.map(() => faces[0]!), ...faces.slice(0, -1), ...after.map(() => faces.at(-2)!)]
  const part = (from: number, to: number) =>
    tubeSolid(kernel, { sections: all.slice(from, to + 1), faces: stretches.slice(from, to), tags, closed: false }, id)
  const last = all.length - 1
  // Where it stops concerns its end alone: elsewhere it may well go beyond that plane.
  const [from, to] = [clearOf(all, endings[0]!), last - clearOf([...all].reverse(), endings[1]!)]
  if (!(from < to)) return endings.reduce((rest, ending) => stopped(kernel, rest, ending, id), part(0, last))
  const tips = [
    ...(from > 0 ? [stopped(kernel, part(0, from + 1), endings[0]!, id)] : []),
    ...(to < last ? [stopped(kernel, part(to - 1, last), endings[1]!, id)] : []),
  ]
  return tips.length > 0 ? kernel.union([part(from, to), ...tips]) : part(0, last)
}

/** What the new face along a border is called: by the two faces that it lies between. */
function between(on: Pointable, border: number): string {
  const names = on.topology.borders[border]!.regions.map((r) => {
    const { step, role, segment, copy } = on.mesh.surfaces[on.topology.surfaceOf[r]!]!
    return [step, role, segment, ...(copy ?? [])].filter(Boolean).join('.')
  })
  return names.sort().join('&')
}
