import { normalAt } from '../faces/onto'
import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { compose, type Placement, translation, turnOnto } from '../geometry/placement'
import { add, distance, dot, length, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { copied } from '../kernel/retagged'
import type { SurfaceShape } from '../kernel/surface'
import { doubledNormal, middleOfTriangle } from '../mesh/doubled-normal'
import { arc, line, type Profile } from '../profile/segment'
import { polygonProfile, rectangle } from '../profile/shapes'
import { raise } from '../result'
import { CUT_ROLES, type Kerf, type KerfNames } from './kerf'

/** What a cut can follow. */
export type Round = Extract<SurfaceShape, { kind: 'cylinder' | 'cone' | 'sphere' }>
export const isRound = (shape: SurfaceShape): shape is Round => shape.kind === 'cylinder' || shape.kind === 'cone' || shape.kind === 'sphere' // prettier-ignore

/** A round face drawn on past its edges. */
export interface RoundCut {
  shape: Round
  /** Whether what is in front of it lies outside of the round. */
  outside: boolean
  /** The middle of the part, and how far from there it reaches, mm. */
  middle: Vec3
  far: number
}

/** Errors: not-round */
export function roundCut(on: Pointable, region: number, shape: SurfaceShape, middle: Vec3, far: number): RoundCut {
  if (!isRound(shape)) return raise('not-round', 'A cut can follow a cylinder, a cone or a ball; along a flat face it runs straight, and of others a plane or a drawing can be had.', 'face') // prettier-ignore
  const { positions, indices } = on.mesh
  const [t] = trianglesOf(on.topology, region)
  const out = normalAt(shape, middleOfTriangle({ positions, indices }, t!))
  return { shape, outside: !out || dot(out, doubledNormal(positions, indices, t!)) > 0, middle, far }
}

/** How far in front of a round cut a place lies, mm. */
export function inFrontOf({ shape, outside }: Pick<RoundCut, 'shape' | 'outside'>, p: Vec3): number {
  return (outside ? 1 : -1) * outOfRound(shape, p)
}

/** Along which way a round is the same all round; a ball is along none. */
const axisOf = (shape: Round): Vec3 => (shape.kind === 'sphere' ? [0, 0, 0] : shape.axis)

/** Its radius so far along its axis, mm. */
const radiusAt = (shape: Round, along: number): number => shape.radius + (shape.kind === 'cone' ? along * Math.tan(shape.halfAngle) : 0) // prettier-ignore

function outOfRound(shape: Round, p: Vec3): number {
  if (shape.kind === 'sphere') return length(sub(p, shape.point)) - shape.radius
  const off = sub(p, shape.point)
  const along = dot(off, shape.axis)
  const out = length(sub(off, scale(shape.axis, along)))
  if (shape.kind === 'cylinder') return out - shape.radius
  return (out - shape.radius) * Math.cos(shape.halfAngle) - along * Math.sin(shape.halfAngle)
}

/** Which way what lies about a place comes off: straight away from the middle or the axis of the round, or towards it. */
export function wayOff({ shape, outside }: RoundCut, p: Vec3): Vec3 {
  const off = sub(p, shape.point)
  const out = sub(off, scale(axisOf(shape), dot(off, axisOf(shape))))
  return scale(normalize(length(out) > 1e-9 ? out : [0, 0, 1]), outside ? 1 : -1)
}

/** On the round where what is in front comes off it by a way, its z that way. */
export function seatOf({ shape, outside, middle }: RoundCut, way: Vec3): Placement {
  const along = dot(sub(middle, shape.point), axisOf(shape))
  const on = add(shape.point, scale(axisOf(shape), along))
  return compose(translation(add(on, scale(way, (outside ? 1 : -1) * radiusAt(shape, along)))), turnOnto([0, 0, 1], way)) // prettier-ignore
}

/** How far from a place in a direction square to its axis the round is met on the side that looks that way, mm. */
export function overRound({ shape, outside }: RoundCut, place: Vec3, out: Vec3): number | undefined {
  const off = sub(place, shape.point)
  const along = dot(off, axisOf(shape))
  const up = dot(off, out)
  const squared = radiusAt(shape, along) ** 2 - (dot(off, off) - along ** 2 - up ** 2)
  return squared > 0 ? (outside ? 1 : -1) * Math.sqrt(squared) - up : undefined
}

/**
 * The spaces behind a cut along a round face and up to its front, in the project's frame. Chords stay so far off the face
 * that nothing of it is shaved off.
 * @param ends how far in front of the face they end, mm
 */
export function roundKerf(
  kernel: Kernel,
  cut: RoundCut,
  [lo, hi]: readonly [number, number],
  { step, cut: which }: KerfNames,
  tolerance: number,
): Kerf {
  const frame = frameOf(cut)
  const sign = cut.outside ? 1 : -1
  const space = (by: number, side: string): Solid => {
    const names = { step, side, start: side, end: side }
    const round = kernel.revolve(insideOf(cut, sign * (by + CHORDS * tolerance)), 2 * Math.PI, names, tolerance)
    const reach = 4 * cut.far
    const all = () => kernel.revolve(rectangle(0, -reach, reach, reach), 2 * Math.PI, names, 1)
    return copied(kernel, cut.outside ? round : kernel.subtract(all(), [round]), frame, which)
  }
  return { behind: space(lo, CUT_ROLES.behind), upTo: space(hi, CUT_ROLES.front) }
}

/** Chords of both ways of a ball together lie so many tolerances inside it. */
const CHORDS = 2

/** Takes the frame in which a round is turned, its axis z, to the project's; its origin lies beside the middle of the part. */
function frameOf({ shape, middle }: RoundCut): Placement {
  if (shape.kind === 'sphere') return translation(shape.point)
  const along = shape.kind === 'cone' ? 0 : dot(sub(middle, shape.point), shape.axis)
  return compose(translation(add(shape.point, scale(shape.axis, along))), turnOnto([0, 0, 1], shape.axis))
}

/** What lies inside of a round that is larger by so much, as (radius, height). */
function insideOf({ shape, middle, far }: RoundCut, by: number): Profile {
  const radius = shape.radius + by
  if (radius <= 0 && shape.kind !== 'cone')
    return raise('gap', 'The gap is wider than the room in the round face.', 'gap')
  if (shape.kind === 'cylinder') return rectangle(0, -3 * far, radius, 3 * far)
  if (shape.kind === 'sphere') return { loops: [[arc([0, -radius], [0, radius], [0, 0], true, 'round'), line([0, radius], [0, -radius], 'axis')]] } // prettier-ignore
  const slope = Math.tan(shape.halfAngle)
  const own = shape.radius + by / Math.cos(shape.halfAngle)
  const apex: Vec2 = [0, -own / slope]
  // Up to where it is widest, far beyond the part, on the side to which it opens.
  const end = Math.sign(slope) * (3 * far + distance(middle, shape.point))
  const rim: Vec2 = [own + slope * end, end]
  const corners = slope > 0 ? [apex, rim, [0, end] as Vec2] : [[0, end] as Vec2, rim, apex]
  return polygonProfile(corners, slope > 0 ? ['round', 'end', 'axis'] : ['end', 'round', 'axis'])
}
