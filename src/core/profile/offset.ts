import type { Vec2 } from '../geometry/vec'
import { fail, ok, type Result } from '../result'
import { meetings } from './intersect'
import { distanceToEdges, turnBetween } from './measure'
import {
  arc,
  between,
  directionAt,
  gap2,
  lengthOf,
  line,
  type Loop,
  pointAt,
  type Profile,
  radiusOf,
  type Segment,
} from './segment'
import { cornerId } from './segment-names'
import { cutAtMeetings, stitch } from './stitch'

/** How corners that open are closed: by an arc about the corner, or by carrying the sides on. */
export type Corners = 'round' | 'sharp'

/** Corners flatter than this count as smooth, radians. */
const SMOOTH = 1e-3
/** Flatter than this, a corner that closes is trimmed where its sides meet, radians. */
const FLAT = 0.25
/** Sharper turns than this are closed by an arc even where sharp corners are asked for, radians. */
const SHARPEST = (150 * Math.PI) / 180

/**
 * The region grown *around* (distance > 0, holes shrink) or shrunk *inside* (distance < 0, holes
 * grow) by a distance in mm: lines move parallel, arcs keep their centre. Where the moved edges run
 * into each other they are cut; what comes nearer to an old edge than the distance is dropped.
 * A region may fall apart, merge or vanish (no loops).
 */
export function offsetProfile(profile: Profile, distance: number, corners: Corners = 'round'): Result<Profile> {
  if (Math.abs(distance) < 1e-9) return ok(profile)
  // Edges that come to lie exactly on each other leave no clean cut; a shift far below any printer settles it.
  for (const shift of [0, 2e-6, -2e-6, 1.1e-5, -1.1e-5]) {
    const loops = tryOffset(profile, distance + shift, corners)
    if (loops) return ok({ loops })
  }
  return fail('offset', `The outline could not be moved by ${distance} mm: its edges cross or lie on each other.`)
}

function tryOffset(profile: Profile, distance: number, corners: Corners): Loop[] | undefined {
  const tips: Tip[] = []
  const raw = profile.loops.flatMap((loop) => movedLoop(loop, distance, corners, tips))
  const reach = Math.abs(distance)
  const isEdge = (p: Vec2) => distanceToEdges(profile.loops, p) >= reach - 1e-6 && !tips.some((tip) => isWithin(tip, p))
  return stitch(cutAtMeetings(raw).filter((s) => isEdge(pointAt(s, 0.5))))
}

/** What a sharp corner adds to a round one: the kite of the old corner, both moved ends and the new corner. */
type Tip = readonly [Vec2, Vec2, Vec2, Vec2]

/** True for points inside the kite, not on its border. */
function isWithin(tip: Tip, p: Vec2): boolean {
  const sides = tip.map((a, i) => {
    const b = tip[(i + 1) % 4]!
    return ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / (gap2(a, b) || 1)
  })
  return sides.every((side) => side > 1e-6) || sides.every((side) => side < -1e-6)
}

/** The edges of a loop moved to the right (outwards) by the distance, with what closes open corners; not yet cut. */
function movedLoop(loop: Loop, distance: number, corners: Corners, tips: Tip[]): Segment[] {
  const moved = loop.map((s) => besides(s, distance))
  for (let i = 0; i < loop.length; i++) {
    const j = (i + 1) % loop.length
    const turn = turnBetween(loop[i]!, loop[j]!)
    if (isSmooth(turn, distance)) joinSmooth(moved, i, j)
    else if (turn * distance < 0 && Math.abs(turn) < FLAT) joinTrimmed(moved, i, j)
  }
  return loop.flatMap((s, i) => {
    const next = loop[(i + 1) % loop.length]!
    const turn = turnBetween(s, next)
    const opens = !isSmooth(turn, distance) && turn * distance > 0
    const own = moved[i]
    return [...(own ? [own] : []), ...(opens ? corner(s, next, turn, distance, corners, tips) : [])]
  })
}

/**
 * Corners that count as smooth. A corner that closes leaves ends that run past each other; where they come less than
 * a ten-millionth of a millimetre too near to the old edge, nothing could tell them from true edges later on.
 */
function isSmooth(turn: number, distance: number): boolean {
  const closes = turn * distance < 0
  return Math.abs(turn) < SMOOTH || (closes && (Math.abs(distance) * turn * turn) / 8 < 1e-7)
}

/** Smooth neighbours stay joined to the last bit. */
function joinSmooth(moved: (Segment | undefined)[], i: number, j: number): void {
  const [s, t] = [moved[i], moved[j]]
  if (!s || !t || i === j) return
  const p: Vec2 = [(s.b[0] + t.a[0]) / 2, (s.b[1] + t.a[1]) / 2]
  moved[i] = between(s, s.a, p)
  moved[j] = between(t, p, t.b)
}

/**
 * Neighbours that run past each other at a flat corner end where they meet. What would stand over comes so little too
 * near to the old edge that one end of it could pass for an edge and the other not.
 */
function joinTrimmed(moved: (Segment | undefined)[], i: number, j: number): void {
  const [s, t] = [moved[i], moved[j]]
  if (!s || !t || i === j) return
  const over = (p: Vec2) => gap2(p, s.b) + gap2(p, t.a)
  const [nearest] = meetings(s, t).sort((p, q) => over(p) - over(q))
  // Farther off it is another place where they meet.
  if (!nearest || over(nearest) > (lengthOf(s) + lengthOf(t)) / 4) return
  moved[i] = between(s, s.a, nearest)
  moved[j] = between(t, nearest, t.b)
}

/** A point of a segment moved to its right. */
function beside(s: Segment, t: 0 | 1, distance: number): Vec2 {
  const [dx, dy] = directionAt(s, t)
  const p = t === 0 ? s.a : s.b
  return [p[0] + distance * dy, p[1] - distance * dx]
}

/** A segment moved to its right by a distance in mm; none where an arc would have no radius left. */
export function besides(s: Segment, distance: number): Segment | undefined {
  const [a, b] = [beside(s, 0, distance), beside(s, 1, distance)]
  const radius = s.kind === 'line' ? Infinity : radiusOf(s) + (s.ccw ? distance : -distance)
  return radius > 1e-6 ? between(s, a, b) : undefined
}

function corner(s: Segment, next: Segment, turn: number, distance: number, corners: Corners, tips: Tip[]): Segment[] {
  const [from, to] = [beside(s, 1, distance), beside(next, 0, distance)]
  if (corners === 'round' || Math.abs(turn) > SHARPEST)
    return [arc(from, to, s.b, distance > 0, cornerId(s.id, next.id))]
  const [dx, dy] = directionAt(s, 1)
  const run = Math.abs(distance) * Math.tan(Math.abs(turn) / 2)
  const tip: Vec2 = [from[0] + dx * run, from[1] + dy * run]
  tips.push([s.b, from, tip, to])
  return [line(from, tip, s.id), line(tip, to, next.id)].filter((piece) => gap2(piece.a, piece.b) > 1e-9)
}

/**
 * Rounds the outward corners to at least a radius in mm: the region shrunk by it and grown again,
 * so that it never gets larger.
 */
export function roundOutwardCorners(profile: Profile, radius: number): Result<Profile> {
  if (radius < 1e-6) return ok(profile)
  const inner = offsetProfile(profile, -radius)
  if (!inner.ok) return inner
  return inner.value.loops.length === 0
    ? fail('too-narrow', `Corners of ${radius} mm do not fit: the outline is narrower than ${2 * radius} mm.`)
    : offsetProfile(inner.value, radius)
}
