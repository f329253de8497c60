import type { Pointable } from '../faces/resolve'
import { compose, fromFrame, turnAbout } from '../geometry/placement'
import { solve3 } from '../geometry/solve'
import { add, cross, dot, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { arc, line, type Segment } from '../profile/segment'
import { expectOk, raise } from '../result'
import { type Chain, pointOf, type Station } from './chains'
import { arcAbout, type Form, sectionAt } from './section'
import { type Side, sideOf } from './side'

export const MIXED = 'At one corner an edge that goes outwards meets one that goes inwards. Give them steps of their own, one after the other.' // prettier-ignore

/** An end of a chain at a corner of the part. */
export interface Arrival {
  chain: Chain
  last: boolean
}
export const stationAt = ({ chain, last }: Arrival): Station => chain.stations.at(last ? -1 : 0)!

/** Where chains end at one corner: by its vertex. */
export function arrivals(chains: readonly Chain[]): Map<number, Arrival[]> {
  const found = new Map<number, Arrival[]>()
  for (const chain of chains)
    for (const [i, end] of (chain.ends ?? []).entries())
      found.set(end.vertex, [...(found.get(end.vertex) ?? []), { chain, last: i === 1 }])
  return found
}

/** Two edges that go round a corner whose own edge turns the other way: the new face turns about that. */
export interface Pivot {
  shared: Side
  /** The other face of each edge. */
  others: readonly [Side, Side]
  at: Vec3
  from: Station
}

/**
 * Errors: mixed (outwards and inwards meet in one corner), corner (such a corner cannot be gone round)
 */
export function pivotAt(on: Pointable, vertex: number, coming: readonly Arrival[]): Pivot | undefined {
  if (coming.length < 2) return undefined
  if (new Set(coming.map((a) => a.chain.convex)).size > 1) return raise('mixed', MIXED, 'of')
  const [a, b] = coming.map(stationAt) as [Station, Station]
  const shared = a.regions.find((r) => b.regions.includes(r))
  if (coming.length > 2 || shared === undefined) return undefined
  const others = [a, b].map((s) => s.regions.find((r) => r !== shared)!) as [number, number]
  if (others[0] === others[1]) return undefined
  const [top, left, right] = [shared, ...others].map((r) => sideOf(on, r)) as [Side, Side, Side]
  const at = pointOf(on, vertex)
  const leaving = scale(a.way, coming[0]!.last ? 1 : -1)
  const ahead = dot(right.out(at), leaving)
  const turnsBack = coming[0]!.chain.convex ? ahead < -0.1 : ahead > 0.1
  if (!turnsBack) return undefined
  const square = top.shape.kind === 'plane' && [left, right].every((s) => isUpright(s, top.out(at), at))
  if (!square)
    return raise('corner', 'These edges go round a corner that turns the other way and is not square to the face they share; such a corner cannot be done. Take fewer edges at once.', 'of') // prettier-ignore
  return { shared: top, others: [left, right], at, from: a }
}

/** True for a flat face that stands square to a direction, and for a round one drawn out along it: its edges with others like it are straight. */
const isUpright = ({ shape, out }: Side, up: Vec3, at: Vec3): boolean =>
  shape.kind === 'cylinder'
    ? Math.abs(dot(shape.axis, up)) > 1 - 1e-9
    : shape.kind === 'plane' && Math.abs(dot(out(at), up)) < 1e-6

/** Goes on so far into both edges, radians, so that nothing is left between. */
const OVER = 0.01

export function pivotTool(
  kernel: Kernel,
  { shared, others, at, from }: Pivot,
  { convex, form, lift, step, tolerance }: { convex: boolean; form: Form; lift: number; step: string; tolerance: number }, // prettier-ignore
): Solid {
  const s = convex ? -1 : 1
  const up = shared.out(at)
  const section = sectionAt(from, convex, form, lift, 2)
  if (!section) return raise('corner', 'The new face could not be made round this corner.', 'of')
  const own = from.sides[0] === shared ? 0 : 1
  // In (away from the corner's own edge, up).
  const flat = (p: Vec3): Vec2 => [Math.max(0, s * others[0].off(p)), shared.off(p)]
  const [onTop, onAxis] = [flat(section.contacts[own]), flat(section.contacts[1 - own]!)]
  const far = -s * lift
  const axis: Vec2 = [0, onAxis[1]]
  const face = form.kind === 'round' ? arc(axis, onTop, [form.radius, s * form.radius], convex ? false : true, 'blend') : line(axis, onTop, 'blend') // prettier-ignore
  const run: Segment[] = [face, line(onTop, [onTop[0], far], 'lift'), line([onTop[0], far], [0, far], 'lift'), line([0, far], axis, 'axis')] // prettier-ignore
  const loop = convex ? run : run.map((g) => (g.kind === 'arc' ? arc(g.b, g.a, g.centre, !g.ccw, g.id) : line(g.b, g.a, g.id))).reverse() // prettier-ignore
  const [u, v] = others.map((o) => scale(o.out(at), s)) as [Vec3, Vec3]
  const angle = Math.atan2(dot(cross(u, v), up), dot(u, v))
  const start = angle > 0 ? u : v
  const tool = kernel.revolve({ loops: [loop] }, Math.abs(angle) + 2 * OVER, { step, side: 'blend', start: 'lift', end: 'lift' }, tolerance) // prettier-ignore
  const frame = fromFrame(start, cross(up, start), up, at)
  return kernel.place(tool, compose(frame, turnAbout([0, 0, 1], -OVER)))
}

/**
 * Three flat faces, all edges between them taken, all outwards or all inwards: what lies between the corner and a ball
 * that touches all three.
 * @returns none where it is not such a corner
 */
export function ballTool(
  kernel: Kernel,
  coming: readonly Arrival[],
  { radius, lift, step, chords }: { radius: number; lift: number; step: string; chords: number },
): Solid | undefined {
  const sides = [...new Set(coming.flatMap((a) => stationAt(a).sides))]
  if (coming.length !== 3 || sides.length !== 3 || sides.some((s) => s.shape.kind !== 'plane')) return undefined
  const { convex } = coming[0]!.chain
  const s = convex ? -1 : 1
  const at = stationAt(coming[0]!).at
  const outs = sides.map((side) => side.out(at)) as [Vec3, Vec3, Vec3]
  const meet = (off: number) => solve3(outs, sides.map((side) => off - side.off(at)) as [number, number, number])
  const [toCentre, toTip] = [meet(s * radius), meet(-s * lift)]
  if (!toCentre || !toTip) return undefined
  const centre = add(at, toCentre)
  const feet = outs.map((n) => add(centre, scale(n, -s * radius))) as [Vec3, Vec3, Vec3]
  return coneOver(kernel, ballPatch(centre, feet, radius, chords), add(at, toTip), {
    step,
    role: 'corner',
    shape: { kind: 'sphere', point: centre, radius, hole: !convex },
  })
}

/** Points of the part of a ball between three places on it, in rows: the first is one point, each next one longer by one. */
function ballPatch(centre: Vec3, [a, b, c]: readonly [Vec3, Vec3, Vec3], radius: number, chords: number): Vec3[][] {
  const [left, right] = [arcAbout(centre, a, b, chords), arcAbout(centre, a, c, chords)]
  const low = arcAbout(centre, b, c, chords)
  return left.map((from, k) => {
    if (k === 0) return [a]
    if (k === chords) return low
    return Array.from({ length: k + 1 }, (_, j) => {
      if (j === 0) return from
      if (j === k) return right[k]!
      const flat = sub(add(scale(from, 1 - j / k), scale(right[k]!, j / k)), centre)
      return add(centre, scale(normalize(flat), radius))
    })
  })
}

function coneOver(kernel: Kernel, rows: readonly (readonly Vec3[])[], tip: Vec3, tag: SurfaceTag): Solid {
  const points = rows.flat()
  const index = (k: number, j: number) => (k * (k + 1)) / 2 + j
  const patch: [number, number, number][] = []
  for (let k = 1; k < rows.length; k++)
    for (let j = 0; j < k; j++) {
      patch.push([index(k - 1, j), index(k, j), index(k, j + 1)])
      if (j + 1 < k) patch.push([index(k - 1, j), index(k, j + 1), index(k - 1, j + 1)])
    }
  const last = rows.length - 1
  const rim = [...Array.from({ length: last }, (_, k) => index(k, 0)), ...rows[last]!.map((_, j) => index(last, j)), ...Array.from({ length: last - 1 }, (_, k) => index(last - 1 - k, last - 1 - k))] // prettier-ignore
  const top = points.length
  const walls = rim.map((p, i): [number, number, number] => [rim[(i + 1) % rim.length]!, p, top])
  const all = [...patch, ...walls]
  const [a, b, c] = patch[0]!.map((i) => points[i]!) as [Vec3, Vec3, Vec3]
  // Out of the tool, the patch looks away from the tip.
  const wrong = dot(cross(sub(b, a), sub(c, a)), sub(a, tip)) < 0
  const triangles = wrong ? all.map(([p, q, r]) => [p, r, q]) : all
  const tags: SurfaceTag[] = [tag, { step: tag.step, role: 'lift', shape: { kind: 'free' } }]
  const faces = all.map((_, i) => (i < patch.length ? 0 : 1))
  return expectOk(kernel.fromFaces([...points, tip].flat(), triangles.flat(), faces, tags))
}
