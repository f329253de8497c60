import type { Vec2 } from '../geometry/vec'
import { gap2 } from '../profile/segment'
import { fail, ok, type Result } from '../result'
import { type Homography, inverseMap, mapOfFour, mapPoint } from './homography'

/**
 * How pixels become lengths, worked out: two points a known length apart, or the corners of a known rectangle.
 * Points are in pixels from the upper left corner of the photo, y down.
 */
export type Calibration =
  | { kind: 'length'; a: Vec2; b: Vec2; length: number }
  | { kind: 'rectangle'; corners: readonly Vec2[]; width: number; height: number }

/** Between a photo's pixels and the plane of what is on it: mm, x to the right, y up. */
export interface PhotoMap {
  toMm: (pixel: Vec2) => Vec2
  toPhoto: (mm: Vec2) => Vec2
  /** What the rectangle encloses, mm: [min x, min y, max x, max y]; only what was straightened by one has it. */
  window?: readonly [number, number, number, number]
  /** mm a pixel, about the middle of what was given. */
  scale: number
}

/**
 * With two points, the origin is the middle between them and x runs as in the photo. With a rectangle, the origin is its
 * middle and x runs from the first corner to the next one clockwise.
 * Errors: too-near (the two points), no-rectangle, no-length
 */
export function photoMap(calibration: Calibration): Result<PhotoMap> {
  return calibration.kind === 'length' ? byLength(calibration) : byRectangle(calibration)
}

function byLength({ a, b, length }: Extract<Calibration, { kind: 'length' }>): Result<PhotoMap> {
  const pixels = gap2(a, b)
  if (pixels < 2) return fail('too-near', 'The two points of the scale are the same; put them farther apart.')
  if (!(length > 0)) return fail('no-length', 'The length between the two points must be more than zero.')
  const scale = length / pixels
  const [ox, oy] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
  return ok({
    scale,
    toMm: ([x, y]) => [(x - ox) * scale, (oy - y) * scale],
    toPhoto: ([x, y]) => [x / scale + ox, oy - y / scale],
  })
}

function byRectangle({ corners, width, height }: Extract<Calibration, { kind: 'rectangle' }>): Result<PhotoMap> {
  if (!(width > 0 && height > 0)) return fail('no-length', 'The sides of the rectangle must be more than zero.')
  const ordered = inOrder(corners)
  if (!ordered)
    return fail('no-rectangle', 'The four points are not the corners of a rectangle seen aslant: they do not bulge.')
  const [w, h] = [width / 2, height / 2]
  const there: Vec2[] = [
    [-w, h],
    [w, h],
    [w, -h],
    [-w, -h],
  ]
  const map = mapOfFour(ordered, there)
  if (!map) return fail('no-rectangle', 'Three of the four points lie on a line; pick the corners of the rectangle.')
  const back = inverseMap(map)
  const toMm = (p: Vec2) => mapPoint(map, p)
  const middle = mapPoint(back, [0, 0])
  const scale = Math.sqrt(Math.abs(areaChange(map, middle)))
  return ok({ scale, toMm, toPhoto: (p) => mapPoint(back, p), window: [-w, -h, w, h] })
}

/** mm2 a square pixel at a point: the determinant of the map's derivative there. */
function areaChange(map: Homography, at: Vec2): number {
  const [o, x, y] = [at, [at[0] + 0.5, at[1]] as const, [at[0], at[1] + 0.5] as const].map((p) => mapPoint(map, p))
  return 4 * ((x![0] - o![0]) * (y![1] - o![1]) - (x![1] - o![1]) * (y![0] - o![0]))
}

/**
 * Corners one after the other, clockwise as seen in the photo, beginning with the first given; undefined if they do not
 * bulge.
 */
export function inOrder(corners: readonly Vec2[]): Vec2[] | undefined {
  if (corners.length !== 4) return undefined
  const mx = corners.reduce((s, p) => s + p[0], 0) / 4
  const my = corners.reduce((s, p) => s + p[1], 0) / 4
  const angle = (p: Vec2) => Math.atan2(p[1] - my, p[0] - mx)
  const from = angle(corners[0]!)
  const turn = (p: Vec2) => (angle(p) - from + 4 * Math.PI) % (2 * Math.PI)
  const round = [corners[0]!, ...corners.slice(1).sort((p, q) => turn(p) - turn(q))]
  for (let i = 0; i < 4; i++) {
    const [p, q, r] = [round[i]!, round[(i + 1) % 4]!, round[(i + 2) % 4]!]
    if ((q[0] - p[0]) * (r[1] - q[1]) - (q[1] - p[1]) * (r[0] - q[0]) < 1) return undefined
  }
  return round
}

/**
 * The shape a rectangle must have by the perspective alone, as width to height: a camera with square pixels that looks
 * through the middle of the photo sees it so (Zhang and He, "Whiteboard scanning and image enhancement", 2007).
 * @param size width and height of the photo, pixels
 */
export function seenRatio(corners: readonly Vec2[], size: Vec2): number | undefined {
  const ordered = inOrder(corners)
  if (!ordered) return undefined
  const [m1, m2, m4, m3] = ordered.map((p) => [p[0] - size[0] / 2, p[1] - size[1] / 2, 1] as const)
  const cross = (a: readonly number[], b: readonly number[]) => [
    a[1]! * b[2]! - a[2]! * b[1]!,
    a[2]! * b[0]! - a[0]! * b[2]!,
    a[0]! * b[1]! - a[1]! * b[0]!,
  ]
  const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!
  const k2 = dot(cross(m1!, m4!), m3!) / dot(cross(m2!, m4!), m3!)
  const k3 = dot(cross(m1!, m4!), m2!) / dot(cross(m3!, m4!), m2!)
  const n2 = m2!.map((v, i) => k2 * v - m1![i]!)
  const n3 = m3!.map((v, i) => k3 * v - m1![i]!)
  const flat = Math.abs(n2[2]!) < 0.02 || Math.abs(n3[2]!) < 0.02
  const f2 = flat ? Infinity : -(n2[0]! * n3[0]! + n2[1]! * n3[1]!) / (n2[2]! * n3[2]!)
  const long = (n: number[]) => (flat ? n[0]! ** 2 + n[1]! ** 2 : (n[0]! ** 2 + n[1]! ** 2) / f2 + n[2]! ** 2)
  const ratio = Math.sqrt(long(n2) / long(n3))
  return f2 > 0 && Number.isFinite(ratio) ? ratio : undefined
}
