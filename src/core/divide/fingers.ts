import { type Pointable, shapesOf } from '../faces/resolve'
import { fromFrame } from '../geometry/placement'
import { cross, dot, length, normalize, placeAt, type Vec2, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { copied } from '../kernel/retagged'
import { circle, rectangle } from '../profile/shapes'
import { raise } from '../result'

/** A panel: its solid, and its faces as they were before anything was cut. */
export interface PanelHere {
  name: string
  solid: Solid
  on: Pointable
}

/** Figures of fingers. Lengths mm. */
export interface FingerFigures {
  /** About how wide each is; an odd number of them fills the edge. With a count, how wide each tab is. */
  wide: number
  /** How many tabs the panel has that is not at the ends, evenly along each edge; as many as fill it if 0. */
  tabs: number
  /** Between the panels, everywhere. */
  gap: number
  /** Radius of a round hole in each inner corner; none if 0. */
  relief: number
  /** Whether the first panel has the fingers at both ends. */
  firstAtEnds: boolean
}

/** Where two panels lie in each other: along a line, each within its own two faces. */
interface Crossing {
  axis: Vec3
  along: Vec2
  slabs: readonly [Slab, Slab]
  points: readonly Vec3[]
}
/** What lies between two parallel faces: from where to where along their normal. */
interface Slab {
  normal: Vec3
  from: number
  to: number
}

/** Faces lie in one direction but for this (cosine), and what lies between them lies there but for this, mm. */
const [PARALLEL, WITHIN] = [1 - 1e-6, 1e-3]
/** Panels that cross at less than this do not lock (sine). */
const FLAT = 0.3
/** Common rooms that are smaller are no crossing, mm3. */
const LEAST = 0.5
/** Cuts go on past what they cut, mm. */
const PAST = 1

/**
 * Two panels with fingers where they lie in each other: each keeps every other piece of what they have in common.
 * @param step names the faces of the notches, with the pair of panels that they are of
 * @returns how many fingers each crossing has; none where they do not meet
 * Errors: no-panel, flat, apart, too-wide
 */
export function fingered(
  kernel: Kernel,
  panels: readonly [PanelHere, PanelHere],
  figures: FingerFigures,
  { step, pair }: { step: string; pair: string },
  tolerance: number,
): { solids: [Solid, Solid]; counts: number[] } {
  const [a, b] = panels
  const common = kernel.intersect(a.solid, b.solid)
  const rooms = common.volume() < LEAST ? [] : kernel.bodies(common).filter((r) => r.volume() > LEAST)
  const cuts: [Solid[], Solid[]] = [[], []]
  const counts = rooms.map((room, nth) => {
    const crossing = crossingIn(kernel, panels, room)
    const bounds = boundsAlong(crossing.along, figures)
    const count = bounds.length - 1
    for (let i = 0; i < count; i++) {
      const owner = (i % 2 === 0) === figures.firstAtEnds ? 0 : 1
      const [end, start] = [i === count - 1, i === 0]
      const span: Vec2 = [bounds[i]! - (start ? 1 : 0.5) * figures.gap, bounds[i + 1]! + (end ? 1 : 0.5) * figures.gap]
      cuts[1 - owner]!.push(
        notch(kernel, crossing, owner, span, figures, [step, `${pair} ${nth + 1}.${i + 1}`], tolerance),
      )
    }
    return count
  })
  const solids = panels.map(({ solid, name }, i) => {
    if (cuts[i]!.length === 0) return solid
    const cut = kernel.subtract(solid, cuts[i]!)
    return kernel.bodies(cut).length === kernel.bodies(solid).length ? cut : raise('apart', `${name} would fall apart between the fingers; give it more material beside the edge, or put the other one’s fingers at the ends.`) // prettier-ignore
  })
  return { solids: [solids[0]!, solids[1]!], counts }
}

/** Where along an edge one panel's piece ends and the other's begins, from end to end. Errors: too-wide */
function boundsAlong([from, to]: Vec2, { wide, tabs, gap }: FingerFigures): number[] {
  const long = to - from
  if (tabs > 0) {
    const most = long / tabs - 2 * gap
    if (wide >= most) raise('too-wide', `${tabs} tabs ${wide.toFixed(1)} mm wide are longer together than the edge of ${long.toFixed(1)} mm; less than ${most.toFixed(1)} mm each would do, or fewer of them.`, 'wide') // prettier-ignore
    const middles = Array.from({ length: tabs }, (_, k) => from + (long * (k + 0.5)) / tabs)
    return [from, ...middles.flatMap((m) => [m - wide / 2, m + wide / 2]), to]
  }
  const count = Math.max(3, 2 * Math.round((long / wide - 1) / 2) + 1)
  return Array.from({ length: count + 1 }, (_, i) => from + (long * i) / count)
}

function crossingIn(kernel: Kernel, panels: readonly PanelHere[], room: Solid): Crossing {
  const { positions } = kernel.triangles(room)
  const points = Array.from({ length: positions.length / 3 }, (_, v) => placeAt(positions, v))
  const slabs = panels.map((p) => slabRound(p, points)) as [Slab, Slab]
  const across = cross(slabs[0].normal, slabs[1].normal)
  if (length(across) < FLAT) return raise('flat', `${panels[0]!.name} and ${panels[1]!.name} lie in each other nearly flat; panels lock where they cross at an edge.`) // prettier-ignore
  const axis = normalize(across)
  const far = points.map((p) => dot(axis, p))
  return { axis, along: [Math.min(...far), Math.max(...far)], slabs, points }
}

/** The thinnest pair of parallel faces of a panel that some points lie between. Errors: no-panel */
function slabRound({ on, name }: PanelHere, points: readonly Vec3[]): Slab {
  const planes = shapesOf(on).flatMap((s) => (s.kind === 'plane' ? [{ normal: s.normal, off: dot(s.normal, s.point) }] : [])) // prettier-ignore
  let best: Slab | undefined
  for (const { normal, off } of planes)
    for (const other of planes) {
      const thick = off + other.off
      if (dot(normal, other.normal) > -PARALLEL || thick < 1e-3 || (best && thick >= best.to - best.from)) continue
      const slab = { normal, from: -other.off, to: off }
      if (points.every((p) => dot(normal, p) > slab.from - WITHIN && dot(normal, p) < slab.to + WITHIN)) best = slab
    }
  return best ?? raise('no-panel', `${name} is no flat panel there: what they have in common does not lie between two parallel faces of it.`) // prettier-ignore
}

/** What makes room in one panel for a finger of the other. @param owner whose finger it is */
function notch(
  kernel: Kernel,
  { axis, slabs, points }: Crossing,
  owner: number,
  [from, to]: Vec2,
  { gap, relief }: FingerFigures,
  [step, nth]: readonly [string, string],
  tolerance: number,
): Solid {
  const { normal, from: low, to: high } = slabs[owner]!
  const through = cross(axis, normal)
  const far = points.map((p) => dot(through, p))
  const [near, end] = [Math.min(...far) - PAST - gap, Math.max(...far) + PAST + gap]
  const names = { step, side: 'notch', top: 'notch end', bottom: 'notch end' }
  const drawn = (profile: ReturnType<typeof circle>) => kernel.extrude(profile, near, end, { names, tolerance })
  const room = drawn(rectangle(from, low - gap, to, high + gap))
  const corners = relief > 0 ? [from, to].flatMap((x) => [low - gap, high + gap].map((y) => drawn(circle([x, y], relief, 'relief')))) : [] // prettier-ignore
  const whole = corners.length > 0 ? kernel.union([room, ...corners]) : room
  return copied(kernel, whole, fromFrame(axis, normal, through, [0, 0, 0]), nth)
}
