import type { Vec2 } from '../geometry/vec'
import { arc, directionAt, gap2, line, reversedLoop, type Segment } from '../profile/segment'
import { raise } from '../result'

/** What the line of a straight cut is called. */
export const STRAIGHT = 'line'

/** How the line of a cut runs. */
export type LineShape = 'straight' | 'fingers' | 'dovetail' | 'lap' | 'puzzle'

/** Figures of a line's shape. Lengths mm. */
export interface LineFigures {
  /** How many tongues the piece behind has. */
  count: number
  /** How far tongues reach into the other piece. */
  deep: number
  /** How far the sides of a dovetail lean, radians. */
  lean: number
}

/** Of the room that a tongue has along the line, what its narrowest place takes. */
const NECK = 0.4
/** Between the tips of neighbours there is at least so much of it. */
const LEAST_BETWEEN = 0.12
/** Radius of a knob and half its neck, by how far it reaches. */
const KNOB = 0.42
const KNOB_NECK = 0.7

/**
 * The line of a cut between two places along it, over them by `beyond` at both ends; what is in front lies to its left.
 * @param from where the part begins along the line, and where it ends
 * Errors: too-narrow
 */
export function cutLine(shape: LineShape, [from, to]: Vec2, beyond: number, figures: LineFigures): Segment[] {
  const { count, deep } = figures
  const long = to - from
  const ends = (w: number): [Vec2, Vec2] => [[from - beyond, w], [to + beyond, w]] // prettier-ignore
  if (shape === 'straight') return [line(...ends(0), STRAIGHT)]
  if (shape === 'lap') {
    const middle = (from + to) / 2
    const [[a], [, b]] = [ends(-deep / 2), ends(deep / 2)]
    return run([a, [middle, -deep / 2], [middle, deep / 2], b], ['below', 'step', 'above'])
  }
  if (shape === 'fingers') {
    const wide = long / (2 * count + 1)
    const [a, b] = ends(-deep / 2)
    const corners = Array.from({ length: count }, (_, i): Vec2[] => {
      const [left, right] = [from + (2 * i + 1) * wide, from + (2 * i + 2) * wide]
      return [[left, -deep / 2], [left, deep / 2], [right, deep / 2], [right, -deep / 2]] // prettier-ignore
    })
    return run([a, ...corners.flat(), b], tongueNames(count))
  }
  const room = long / count
  const middles = Array.from({ length: count }, (_, i) => from + (i + 0.5) * room)
  const [a, b] = ends(0)
  return shape === 'dovetail' ? dovetails(middles, room, [a, b], figures) : knobs(middles, room, [a, b], deep)
}

const tongueNames = (count: number): string[] => ['foot 1', ...Array.from({ length: count }, (_, i) => [`left ${i + 1}`, `tip ${i + 1}`, `right ${i + 1}`, `foot ${i + 2}`]).flat()] // prettier-ignore

/** Straight pieces from corner to corner. */
const run = (corners: readonly Vec2[], ids: readonly string[]): Segment[] => corners.slice(1).map((p, i) => line(corners[i]!, p, ids[i])) // prettier-ignore

function dovetails(
  middles: readonly number[],
  room: number,
  [a, b]: [Vec2, Vec2],
  { count, deep, lean }: LineFigures,
): Segment[] {
  const out = deep * Math.tan(lean)
  const neck = NECK * room
  const most = (((1 - NECK - LEAST_BETWEEN) / 2) * room) / Math.tan(lean)
  if (neck + 2 * out > (1 - LEAST_BETWEEN) * room + 1e-9) raise('too-narrow', `${count} dovetails ${deep.toFixed(1)} mm deep are wider at their tips than there is room; up to ${most.toFixed(1)} mm deep would do, or fewer of them.`, 'deep') // prettier-ignore
  const corners = middles.flatMap((m): Vec2[] => [[m - neck / 2, 0], [m - neck / 2 - out, deep], [m + neck / 2 + out, deep], [m + neck / 2, 0]]) // prettier-ignore
  return run([a, ...corners, b], tongueNames(count))
}

function knobs(middles: readonly number[], room: number, [a, b]: [Vec2, Vec2], deep: number): Segment[] {
  const radius = KNOB * deep
  const most = ((1 - LEAST_BETWEEN) * room) / (2 * KNOB)
  if (2 * radius > (1 - LEAST_BETWEEN) * room) raise('too-narrow', `Knobs ${deep.toFixed(1)} mm deep are wider than there is room; up to ${most.toFixed(1)} mm would do, or fewer of them.`, 'deep') // prettier-ignore
  const half = KNOB_NECK * radius
  const middle = deep - radius
  const top = middle - Math.sqrt(radius ** 2 - half ** 2)
  let at = a
  const out: Segment[] = []
  const on = (to: Vec2, id: string) => {
    out.push(line(at, to, id))
    at = to
  }
  for (const [i, m] of middles.entries()) {
    on([m - half, 0], `foot ${i + 1}`)
    on([m - half, top], `left ${i + 1}`)
    const [up, down]: [Vec2, Vec2] = [[m, deep], [m + half, top]] // prettier-ignore
    out.push(arc(at, up, [m, middle], false, `tip ${i + 1}`), arc(up, down, [m, middle], false, `tip ${i + 1}`))
    at = down
    on([m + half, 0], `right ${i + 1}`)
  }
  on(b, `foot ${middles.length + 1}`)
  return out
}

/** An open line carried on straight at both its ends until it is farther than `far` from a place. */
export function carriedOn(open: readonly Segment[], middle: Vec2, far: number): Segment[] {
  const [first, last] = [open[0]!, open.at(-1)!]
  const on = (p: Vec2, [dx, dy]: Vec2): Vec2 => {
    const by = far + gap2(p, middle)
    return [p[0] + by * dx, p[1] + by * dy]
  }
  const [[bx, by], end] = [directionAt(first, 0), directionAt(last, 1)]
  return [line(on(first.a, [-bx, -by]), first.a, first.id), ...open, line(last.b, on(last.b, end), last.id)]
}

/** True if what lies to the left of a line can be drawn off it in a direction. */
export const comesOff = (open: readonly Segment[], [x, y]: Vec2): boolean =>
  open.every((s) =>
    [0, 0.25, 0.5, 0.75, 1].every((t) => {
      const [dx, dy] = directionAt(s, t)
      return dx * y - dy * x > -1e-9
    }),
  )

/** What lies to the right of a line that has been carried on, as far as a circle of radius `far` about a place reaches. */
export function behindLine(open: readonly Segment[], middle: Vec2, far: number): Segment[] {
  const [start, end] = [open[0]!.a, open.at(-1)!.b]
  const angle = (p: Vec2) => Math.atan2(p[1] - middle[1], p[0] - middle[0])
  const from = angle(start)
  const over = (((angle(end) - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)
  // Far enough out that the chords between the corners stay outside too.
  const corners = Array.from({ length: 7 }, (_, k): Vec2 => {
    const at = from + (over * (k + 1)) / 8
    return [middle[0] + 3 * far * Math.cos(at), middle[1] + 3 * far * Math.sin(at)]
  })
  const round = [start, ...corners, end]
  return [...round.slice(1).map((p, i) => line(round[i]!, p, 'far')), ...reversedLoop(open)] // prettier-ignore
}
