/** Small fixed-size vectors and rigid placements. Lengths in mm. */
export type Vec2 = readonly [number, number]
export type Vec3 = readonly [number, number, number]

/** The same as documents keep it. */
export const plainVec = (v: Vec3): [number, number, number] => [v[0], v[1], v[2]]

export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
export const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
export const scale = (a: Vec3, s: number): Vec3 => [a[0] * s, a[1] * s, a[2] * s]
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
export const length = (a: Vec3): number => Math.hypot(a[0], a[1], a[2])
export const distance = (a: Vec3, b: Vec3): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])

/** The vector of length 1; a zero vector stays zero. */
export function normalize(a: Vec3): Vec3 {
  const l = length(a)
  return l === 0 ? a : [a[0] / l, a[1] / l, a[2] / l]
}

/** The angle between two directions of any length, radians. */
export const angleBetween = (a: Vec3, b: Vec3): number =>
  Math.acos(Math.max(-1, Math.min(1, dot(a, b) / (length(a) * length(b) || 1))))

/** A place out of packed x y z. */
export const placeAt = (positions: ArrayLike<number>, i: number): Vec3 => [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!] // prettier-ignore

/** Any unit vector square to a unit vector. */
export function anySquareTo(a: Vec3): Vec3 {
  const least = Math.abs(a[0]) <= Math.abs(a[1]) && Math.abs(a[0]) <= Math.abs(a[2])
  const other: Vec3 = least ? [1, 0, 0] : Math.abs(a[1]) <= Math.abs(a[2]) ? [0, 1, 0] : [0, 0, 1]
  return normalize(cross(a, other))
}

/** An axis-aligned box. */
export interface Box3 {
  min: Vec3
  max: Vec3
}

export const emptyBox = (): Box3 => ({ min: [Infinity, Infinity, Infinity], max: [-Infinity, -Infinity, -Infinity] })

export const joinBoxes = (a: Box3, b: Box3): Box3 => ({
  min: [Math.min(a.min[0], b.min[0]), Math.min(a.min[1], b.min[1]), Math.min(a.min[2], b.min[2])],
  max: [Math.max(a.max[0], b.max[0]), Math.max(a.max[1], b.max[1]), Math.max(a.max[2], b.max[2])],
})

/** True if the boxes share a point, or come nearer than `slack`. */
export const boxesMeet = (a: Box3, b: Box3, slack = 0): boolean =>
  [0, 1, 2].every((i) => a.min[i]! - slack <= b.max[i]! && b.min[i]! - slack <= a.max[i]!)

/** The same with so much room all round. */
export const grownBox = ({ min, max }: Box3, by: number): Box3 => ({ min: sub(min, [by, by, by]), max: add(max, [by, by, by]) }) // prettier-ignore
export const boxVolume = (b: Box3): number => boxSize(b).reduce((v, s) => v * s, 1)
export const boxSize = (b: Box3): Vec3 => sub(b.max, b.min)
export const boxMiddle = (b: Box3): Vec3 => scale(add(b.min, b.max), 0.5)

/** The box of packed x y z positions. */
export function boxOfPositions(positions: ArrayLike<number>): Box3 {
  const min: [number, number, number] = [Infinity, Infinity, Infinity]
  const max: [number, number, number] = [-Infinity, -Infinity, -Infinity]
  for (let i = 0; i < positions.length; i += 3)
    for (let k = 0; k < 3; k++) {
      const v = positions[i + k]!
      if (v < min[k]!) min[k] = v
      if (v > max[k]!) max[k] = v
    }
  return { min, max }
}

/** Cosine and sine of an angle in degrees; of quarters exactly. */
export function direction(degrees: number): [number, number] {
  const a = (degrees * Math.PI) / 180
  const [c, s] = [Math.cos(a), Math.sin(a)]
  return degrees % 90 === 0 ? [Math.round(c), Math.round(s)] : [c, s]
}
