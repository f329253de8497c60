import type { Pointable } from '../faces/resolve'
import { dot, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { raise } from '../result'
import type { ChainEnd, Station } from './chains'
import type { Section } from './section'
import { type Side, sideOf } from './side'

/** How the tool of an edge ends: how far it goes on, and the flat faces that it stops at. */
export interface Ending {
  further: number
  /** Kept is what lies in front of them (`out`), or behind them. */
  stops: readonly { side: Side; keep: 'out' | 'in' }[]
}

const STOP: Ending = { further: 0, stops: [] }
/** A face that runs along with the edge does not end it (cosine). */
const ALONG = 0.1

/**
 * What is cut off goes on through the air and stops at a wall; what is filled in goes on into a wall and stops where the
 * part does.
 * @param way out of the edge at this end
 * Errors: end (it runs into something round that it would have to stop at)
 */
export function endingOf(
  on: Pointable,
  { others }: ChainEnd,
  station: Station,
  section: Section,
  { convex, way, lift }: { convex: boolean; way: Vec3; lift: number },
): Ending {
  const meeting = others.map((r) => sideOf(on, r)).map((side) => ({ side, ahead: dot(side.out(station.at), way) }))
  const met = meeting.filter((m) => Math.abs(m.ahead) >= ALONG)
  if (met.length === 0) return STOP
  const points = [...section.across, ...section.behind]
  const size = Math.max(...points.map((p) => Math.hypot(...[0, 1, 2].map((k) => p[k]! - station.at[k]!))))
  const reach = ({ side, ahead }: (typeof met)[number]): number => {
    if (side.shape.kind !== 'plane') return 2 * size + lift
    return Math.max(...points.map((p) => (lift * Math.sign(ahead) - side.off(p)) / ahead), lift)
  }
  const stops = met
    // A wall stops a cut, the end of the part stops what is filled in.
    .filter((m) => m.ahead > 0 !== convex)
    .map(({ side }) => ({ side, keep: convex ? ('out' as const) : ('in' as const) }))
  if (stops.some((s) => s.side.shape.kind !== 'plane'))
    return raise('end', 'This edge ends at a face that is not flat, where it cannot be ended cleanly. Take the edges that go on from it too, or others.', 'of') // prettier-ignore
  return { further: Math.min(Math.max(...met.map(reach)), 50 * size), stops }
}

/** So far in front of where it stops it is clear of that, mm. */
const CLEAR = 1e-3

/** From which of its sections on, counted from that end, a tool is altogether on the near side of where it stops; 0 if it does not stop. */
export function clearOf(sections: readonly Section[], { stops }: Ending): number {
  if (stops.length === 0) return 0
  const isClear = ({ across, behind }: Section) =>
    stops.every(({ side, keep }) =>
      [...across, ...behind].every((p) => side.off(p) * (keep === 'out' ? 1 : -1) > CLEAR),
    )
  const first = sections.findIndex(isClear)
  return first < 0 ? Infinity : first
}

/** A tool without what lies beyond where it stops. */
export function stopped(kernel: Kernel, solid: Solid, { stops }: Ending, step: string): Solid {
  return stops.reduce((rest, { side, keep }) => {
    const { shape } = side
    if (shape.kind !== 'plane') return rest
    const out = side.out(shape.point)
    const [before, behind] = kernel.split(rest, out, dot(out, shape.point), step, 'end')
    return keep === 'out' ? before : behind
  }, solid)
}
