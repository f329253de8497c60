import type { Vec2 } from '../geometry/vec'
import { boxOfFlat, type FlatPiece, scanned } from './flat-pieces'

/** Directions that a bridge is looked for in, over half a turn, besides those of so many of its longest sides and square to them. */
const WAYS = 12
const SIDES = 6
/** Lines that are laid over what hangs free, in each. */
const LINES = 24
/** Lines in the middle tell soonest that nothing holds them. */
const MIDDLE_OUT = Array.from({ length: LINES }, (_, i) => (i % 2 ? LINES / 2 - 1 - (i >> 1) : LINES / 2 + (i >> 1)))
/** So much of all their length has to be held at both ends. */
const HELD = 0.95
/** What lies so far beyond the end of a line holds it if it is of the layer, mm. */
const BEYOND = 0.03

type Outlines = readonly (readonly Vec2[])[]

/**
 * How far what hangs free is bridged: its longest line in the direction in which that is least, of those in which its lines
 * are held at both ends. Nothing if it is not held at both ends in any.
 * @param free what no material lies under
 * @param layer all of the layer that it is of; what of it is not free is held
 * @param below the layer that holds it, from whose edges on it is free
 * @returns mm
 */
export function bridgedBy(free: FlatPiece, layer: Outlines, below: Outlines): number | undefined {
  let best: number | undefined
  for (const angle of waysOf(free)) {
    const turned = turner(angle)
    const piece = free.map((points) => points.map(turned))
    const around = layer.map((points) => points.map(turned))
    const under = below.map((points) => points.map(turned))
    const { min, size } = boxOfFlat(piece)
    // More than this cannot be lost, whatever the other lines come to.
    const most = (1 - HELD) * LINES * size[0]
    let [all, lost, longest] = [0, 0, 0]
    const apart = size[1] / LINES
    const scan = (outlines: Outlines) => scanned(outlines, min[1] + apart / 2, apart, LINES)
    const [lines, solids, helds] = [scan(piece), scan(around), scan(under)]
    for (let i = 0; i < LINES && lost <= most; i++) {
      const [solid, held] = [solids[MIDDLE_OUT[i]!]!, helds[MIDDLE_OUT[i]!]!]
      const isSolid = (x: number) => solid.some(([from, to]) => from <= x && x <= to)
      for (const [from, to] of lines[MIDDLE_OUT[i]!]!) {
        all += to - from
        if (isSolid(from - BEYOND) && isSolid(to + BEYOND)) longest = Math.max(longest, between(held, from, to))
        else lost += to - from
      }
    }
    if (all > 0 && lost <= (1 - HELD) * all && longest < (best ?? Infinity)) best = longest
  }
  return best
}

/** A bridge runs beside its free sides, or square to what holds it. */
function waysOf([outside]: FlatPiece): number[] {
  const sides = outside!.map((p, i) => {
    const q = outside![(i + 1) % outside!.length]!
    return { long: Math.hypot(q[0] - p[0], q[1] - p[1]), angle: Math.atan2(q[1] - p[1], q[0] - p[0]) }
  })
  const own = sides.sort((a, b) => b.long - a.long).slice(0, SIDES).flatMap(({ angle }) => [angle, angle + Math.PI / 2]) // prettier-ignore
  return [...Array.from({ length: WAYS }, (_, k) => (k * Math.PI) / WAYS), ...own]
}

/** From where something under a line ends to where it goes on, mm. @param held what is under it, in order */
function between(held: readonly [number, number][], from: number, to: number): number {
  const before = held.filter(([, end]) => end <= from).at(-1)?.[1] ?? from
  const after = held.find(([start]) => start >= to)?.[0] ?? to
  return after - before
}

const turner = (angle: number) => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return ([x, y]: Vec2): Vec2 => [c * x + s * y, c * y - s * x]
}
