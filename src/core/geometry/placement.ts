import { anySquareTo, cross, dot, length, scale, type Vec3 } from './vec'

/**
 * A rigid (or mirrored) placement as three rows of four, row-major: the rotation's row and the
 * translation in mm. `[r00 r01 r02 tx  r10 r11 r12 ty  r20 r21 r22 tz]`
 */
export type Placement = readonly number[]

export const IDENTITY: Placement = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0]

export const apply = (m: Placement, p: Vec3): Vec3 => [
  m[0]! * p[0] + m[1]! * p[1] + m[2]! * p[2] + m[3]!,
  m[4]! * p[0] + m[5]! * p[1] + m[6]! * p[2] + m[7]!,
  m[8]! * p[0] + m[9]! * p[1] + m[10]! * p[2] + m[11]!,
]

/** Turns a direction, without moving it. */
export const turn = (m: Placement, d: Vec3): Vec3 => [
  m[0]! * d[0] + m[1]! * d[1] + m[2]! * d[2],
  m[4]! * d[0] + m[5]! * d[1] + m[6]! * d[2],
  m[8]! * d[0] + m[9]! * d[1] + m[10]! * d[2],
]

/** First `b`, then `a`. */
export function compose(a: Placement, b: Placement): Placement {
  const out: number[] = []
  for (let r = 0; r < 3; r++)
    for (let c = 0; c < 4; c++)
      out.push(
        a[4 * r]! * b[c]! + a[4 * r + 1]! * b[4 + c]! + a[4 * r + 2]! * b[8 + c]! + (c === 3 ? a[4 * r + 3]! : 0),
      )
  return out
}

/** The inverse of a rigid or mirrored placement (its rows are unit vectors square to each other). */
export function invert(m: Placement): Placement {
  const t: Vec3 = [m[3]!, m[7]!, m[11]!]
  const column = (i: number): Vec3 => [m[i]!, m[4 + i]!, m[8 + i]!]
  const rows = [column(0), column(1), column(2)]
  return rows.flatMap((row) => [...row, -dot(row, t)])
}

/** From a frame: where its x, y and z axes and its origin are. */
export const fromFrame = (x: Vec3, y: Vec3, z: Vec3, origin: Vec3): Placement => [
  x[0], y[0], z[0], origin[0],
  x[1], y[1], z[1], origin[1],
  x[2], y[2], z[2], origin[2],
] // prettier-ignore

export const translation = (by: Vec3): Placement => [1, 0, 0, by[0], 0, 1, 0, by[1], 0, 0, 1, by[2]]

/** A turn by quarters of a full circle about a main axis, exact to the bit. */
export function quarterTurn(axis: 'x' | 'y' | 'z', quarters: number): Placement {
  const [c, s] = ([
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ][((quarters % 4) + 4) % 4] ?? [1, 0]) as [number, number]
  if (axis === 'x') return [1, 0, 0, 0, 0, c, -s, 0, 0, s, c, 0]
  if (axis === 'y') return [c, 0, s, 0, 0, 1, 0, 0, -s, 0, c, 0]
  return [c, -s, 0, 0, s, c, 0, 0, 0, 0, 1, 0]
}

/** A turn about an axis of length 1 through the origin, radians (Rodrigues); by quarters it is exact to the bit. */
export function turnAbout([x, y, z]: Vec3, angle: number): Placement {
  const exact = (v: number) => (Math.abs(v) < 1e-15 ? 0 : v)
  const [c, s] = [exact(Math.cos(angle)), exact(Math.sin(angle))]
  const t = 1 - c
  return [
    c + t * x * x, t * x * y - s * z, t * x * z + s * y, 0,
    t * x * y + s * z, c + t * y * y, t * y * z - s * x, 0,
    t * x * z - s * y, t * y * z + s * x, c + t * z * z, 0,
  ] // prettier-ignore
}

/** A turn about a line through a point. @param axis of length 1 @param angle radians */
export const turnAboutLine = (point: Vec3, axis: Vec3, angle: number): Placement =>
  compose(translation(point), compose(turnAbout(axis, angle), translation(scale(point, -1))))

/** A plane seen from behind, its along kept. */
export const FLIPPED: Placement = [1, 0, 0, 0, 0, -1, 0, 0, 0, 0, -1, 0]

/** The shortest turn about the origin that takes one direction to another. */
export function turnOnto(from: Vec3, to: Vec3): Placement {
  const c = dot(from, to)
  if (c > 1 - 1e-12) return IDENTITY
  if (c < -1 + 1e-12) return turnAbout(anySquareTo(from), Math.PI)
  const axis = cross(from, to)
  const s = length(axis)
  return turnAbout(scale(axis, 1 / s), Math.atan2(s, c))
}

/** Places packed x y z positions; returns doubles so that far-off coordinates keep their digits. */
export function placePositions(m: Placement, positions: ArrayLike<number>): Float64Array {
  const out = new Float64Array(positions.length)
  for (let i = 0; i < positions.length; i += 3) {
    const p = apply(m, [positions[i]!, positions[i + 1]!, positions[i + 2]!])
    out[i] = p[0]
    out[i + 1] = p[1]
    out[i + 2] = p[2]
  }
  return out
}

/** A frame moved along its own axes. */
export const movedAlong = (frame: Placement, by: Vec3): Placement => compose(frame, translation(by))

/** Takes each point to the other side of a frame's plane (x, y). */
export const mirrorAt = (frame: Placement): Placement => compose(frame, compose([1, 0, 0, 0, 0, 1, 0, 0, 0, 0, -1, 0], invert(frame))) // prettier-ignore
