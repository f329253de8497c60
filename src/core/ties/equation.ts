import { type Linear, type Spot, sum, times } from './linear'

/**
 * What has to be nothing, as a length in mm, from the values of some sums of unknowns and sizes. Every form has one root
 * where its choice of side leaves one.
 */
export interface Equation {
  of: readonly Linear[]
  /** Writes how much each of those sums changes it, and gives what it is. */
  residual: (v: Float64Array, change: Float64Array) => number
}

/** Shorter lines have no direction, mm. */
const NO_LENGTH = 1e-9
/** What an angle of one radian is worth, mm. */
const ANGLE = 10

const long = (x: number, y: number): number => Math.max(NO_LENGTH, Math.sqrt(x * x + y * y))

/** A sum that has to be nothing. */
export const nothing = (of: Linear): Equation => ({
  of: [of],
  residual: (v, change) => {
    change[0] = 1
    return v[0]!
  },
})

/** Two points at a distance. */
export const apart = (p: Spot, q: Spot, by: Linear): Equation => ({
  of: [...p, ...q, by],
  residual: (v, change) => {
    const [x, y] = [v[2]! - v[0]!, v[3]! - v[1]!]
    const far = long(x, y)
    change[2] = x / far
    change[3] = y / far
    change[0] = -change[2]!
    change[1] = -change[3]!
    change[4] = -1
    return far - v[4]!
  },
})

/** Two lines of one length. */
export const alike = (a: Spot, b: Spot, c: Spot, d: Spot): Equation => ({
  of: [...a, ...b, ...c, ...d],
  residual: (v, change) => {
    let value = 0
    for (const [k, sign] of [[0, 1], [4, -1]] as const) {
      const [x, y] = [v[k + 2]! - v[k]!, v[k + 3]! - v[k + 1]!]
      const far = long(x, y)
      change[k + 2] = (sign * x) / far
      change[k + 3] = (sign * y) / far
      change[k] = -change[k + 2]!
      change[k + 1] = -change[k + 3]!
      value += sign * far
    }
    return value
  },
}) // prettier-ignore

/** A point so far to the left of a line, the line seen along its way. */
export const leftOf = (p: Spot, a: Spot, b: Spot, by: Linear): Equation => ({
  of: [...p, ...a, ...b, by],
  residual: (v, change) => {
    const height = heightOver(v, 0, 2, change, 1)
    change[6] = -1
    return height - v[6]!
  },
})

/** How far the point at `p` lies left of the line from `a` on; adds what each of them changes. */
function heightOver(v: Float64Array, p: number, a: number, change: Float64Array, sign: number): number {
  const [dx, dy] = [v[a + 2]! - v[a]!, v[a + 3]! - v[a + 1]!]
  const far = long(dx, dy)
  const [ux, uy] = [dx / far, dy / far]
  const [wx, wy] = [v[p]! - v[a]!, v[p + 1]! - v[a + 1]!]
  const share = (wx * ux + wy * uy) / far
  const [nx, ny] = [-uy * sign, ux * sign]
  change[p] = change[p]! + nx
  change[p + 1] = change[p + 1]! + ny
  change[a] = change[a]! - (1 - share) * nx
  change[a + 1] = change[a + 1]! - (1 - share) * ny
  change[a + 2] = change[a + 2]! - share * nx
  change[a + 3] = change[a + 3]! - share * ny
  return wx * nx + wy * ny
}

/** The way of the line from c to d is that from a to b, turned anticlockwise by an angle given as cosine and sine. */
export const turned = (a: Spot, b: Spot, c: Spot, d: Spot, [cos, sin]: readonly [number, number]): Equation => ({
  of: [...a, ...b, ...c, ...d],
  residual: (v, change) => {
    const [ax, ay] = [v[2]! - v[0]!, v[3]! - v[1]!]
    const [cx, cy] = [v[6]! - v[4]!, v[7]! - v[5]!]
    const [la, lc] = [long(ax, ay), long(cx, cy)]
    const [ux, uy] = [(cos * ax - sin * ay) / la, (sin * ax + cos * ay) / la]
    const [wx, wy] = [cx / lc, cy / lc]
    const [cross, dot] = [ux * wy - uy * wx, ux * wx + uy * wy]
    // Twice the sine of half the angle between them: nothing only where they run the same way.
    const half = Math.sqrt((ux - wx) ** 2 + (uy - wy) ** 2)
    const slope = ANGLE * Math.sqrt(Math.max(1e-6, (1 + dot) / 2))
    const [px, py] = [(-ay / la / la) * slope, (ax / la / la) * slope]
    const [qx, qy] = [(-cy / lc / lc) * slope, (cx / lc / lc) * slope]
    change[0] = px
    change[1] = py
    change[2] = -px
    change[3] = -py
    change[4] = -qx
    change[5] = -qy
    change[6] = qx
    change[7] = qy
    return ANGLE * (cross < 0 ? -half : half)
  },
})

/** Two points lie on both sides of a line at one distance, and across from each other. */
export const mirrored = (p: Spot, q: Spot, a: Spot, b: Spot): Equation[] => [
  {
    of: [...p, ...q, ...a, ...b],
    residual: (v, change) => heightOver(v, 0, 4, change, 1) + heightOver(v, 2, 4, change, 1),
  },
  {
    of: [...p, ...q, ...a, ...b],
    residual: (v, change) => {
      const [dx, dy] = [v[6]! - v[4]!, v[7]! - v[5]!]
      const far = long(dx, dy)
      const [ux, uy] = [dx / far, dy / far]
      const [wx, wy] = [v[0]! - v[2]!, v[1]! - v[3]!]
      const off = (wy * ux - wx * uy) / far
      change[0] = ux
      change[1] = uy
      change[2] = -ux
      change[3] = -uy
      change[6] = -uy * off
      change[7] = ux * off
      change[4] = -change[6]!
      change[5] = -change[7]!
      return wx * ux + wy * uy
    },
  },
]

/** An arc goes on from a line at the point that both have: its middle stands square to it, to the left by its radius. */
export const onFrom = (at: Spot, centre: Spot, radius: Linear, a: Spot, b: Spot): Equation[] =>
  [0, 1].map((k) => ({
    of: [at[k]!, centre[k]!, radius, ...a, ...b],
    residual: (v, change) => {
      const [dx, dy] = [v[5]! - v[3]!, v[6]! - v[4]!]
      const far = long(dx, dy)
      const [ux, uy] = [dx / far, dy / far]
      const normal = k === 0 ? -uy : ux
      const by = v[2]! / far
      // Turning the line turns its normal: along it, backwards.
      const [bx, bz] = k === 0 ? [-uy * ux * by, ux * ux * by] : [-uy * uy * by, ux * uy * by]
      change[0] = -1
      change[1] = 1
      change[2] = -normal
      change[5] = bx
      change[6] = bz
      change[3] = -bx
      change[4] = -bz
      return v[1]! - v[0]! - v[2]! * normal
    },
  }))

/** Two arcs go on from each other at the point that both have: their middles lie on one line with it. */
export const onFromArc = (at: Spot, c: Spot, r: Linear, d: Spot, s: Linear, sign: 1 | -1): Equation[] =>
  [0, 1].map((k) => ({
    of: [at[k]!, c[k]!, r, d[k]!, s],
    residual: (v, change) => {
      const all = Math.max(NO_LENGTH, Math.abs(v[2]!) + Math.abs(v[4]!))
      const [p, q] = [v[1]! - v[0]!, v[3]! - v[0]!]
      change[0] = (-v[4]! + sign * v[2]!) / all
      change[1] = v[4]! / all
      change[2] = (-sign * q) / all
      change[3] = (-sign * v[2]!) / all
      change[4] = p / all
      return (p * v[4]! - sign * q * v[2]!) / all
    },
  }))

/** Two points are one. */
export const together = (p: Spot, q: Spot): Equation[] => [0, 1].map((k) => nothing(sum(p[k]!, times(q[k]!, -1))))
