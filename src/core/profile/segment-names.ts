import type { Vec2 } from '../geometry/vec'
import { directionAt, lengthOf, type Loop, pointAt, type Profile, type Segment } from './segment'

/** The name of what an operation puts between two named pieces: a corner made by an offset, a bridge of a hull. */
export const cornerId = (before: string | undefined, after: string | undefined): string | undefined =>
  before === undefined || after === undefined ? undefined : before === after ? before : `${before}&${after}`

/**
 * Names the straight edges of a convex outline by where they face, in degrees: no two face the same way.
 * @param seen takes a direction in the outline's plane to where it points in a frame that does not turn with it
 */
export const namedByAngle = ({ loops }: Profile, prefix: string, seen: (d: Vec2) => Vec2): Profile => ({
  loops: loops.map((loop) =>
    loop.map((s): Segment => {
      const [dx, dy] = directionAt(s, 0.5)
      const [x, y] = seen([dy, -dx])
      const angle = (Math.atan2(y, x) * 180) / Math.PI
      return { ...s, id: `${prefix}${(Math.round((angle + 360) * 100) / 100) % 360}°` }
    }),
  ),
})

const SIDES = ['right', 'right-back', 'back', 'left-back', 'left', 'left-front', 'front', 'right-front'] as const

/**
 * Names pieces by where they face, so that a change of size keeps their names: `front`, `right-back` …, arcs `round
 * left` …. Of several that face one way the longest has the bare name, the others are numbered by their length.
 */
export const namedByFacing = ({ loops }: Profile): Profile => ({
  loops: loops.map((loop, l) => facingNames(loop, l === 0 ? '' : `h${l}.`)),
})

function facingNames(loop: Loop, prefix: string): Loop {
  const names = new Map<Segment, string>()
  const counts = new Map<string, number>()
  // Lengths that differ by less than a hundredth of a millimetre do not settle an order; where they lie does.
  const rank = (s: Segment) => Math.round(lengthOf(s) * 100)
  const place = (s: Segment) => pointAt(s, 0.5)[0] * 1.01 + pointAt(s, 0.5)[1]
  for (const s of [...loop].sort((a, b) => rank(b) - rank(a) || place(a) - place(b))) {
    const base = `${prefix}${s.kind === 'arc' ? 'round ' : ''}${SIDES[octant(s)]}`
    const count = (counts.get(base) ?? 0) + 1
    counts.set(base, count)
    names.set(s, count === 1 ? base : `${base} ${count}`)
  }
  return loop.map((s): Segment => ({ ...s, id: names.get(s) }))
}

/** Which way a piece faces, in eighths of a turn from the right. */
function octant(s: Segment): number {
  const [dx, dy] = directionAt(s, 0.5)
  return (Math.round(Math.atan2(-dx, dy) / (Math.PI / 4)) + 8) % 8
}
