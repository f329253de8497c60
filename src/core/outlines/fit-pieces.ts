import type { Vec2 } from '../geometry/vec'

/** A straight line or a circle that a run of points follows. */
export type Piece =
  { kind: 'line'; point: Vec2; along: Vec2 } | { kind: 'arc'; centre: Vec2; radius: number; ccw: boolean }

/** Sums over a closed run of points, from which the best line and circle of any part of it come at once. */
export class Runs {
  private readonly sums: Float64Array
  private readonly about: Vec2
  readonly count: number

  constructor(readonly points: readonly Vec2[]) {
    const n = points.length
    this.count = n
    this.about = [points.reduce((s, p) => s + p[0], 0) / n, points.reduce((s, p) => s + p[1], 0) / n]
    // x, y, xx, xy, yy, xz, yz, z with z = xx + yy, added up over three times round.
    this.sums = new Float64Array(8 * (3 * n + 1))
    for (let i = 0; i < 3 * n; i++) {
      const x = points[i % n]![0] - this.about[0]
      const y = points[i % n]![1] - this.about[1]
      const z = x * x + y * y
      for (const [k, v] of [x, y, x * x, x * y, y * y, x * z, y * z, z].entries())
        this.sums[8 * (i + 1) + k] = this.sums[8 * i + k]! + v
    }
  }

  at(i: number): Vec2 {
    return this.points[((i % this.count) + this.count) % this.count]!
  }

  private sum(from: number, to: number, k: number): number {
    return this.sums[8 * to + k]! - this.sums[8 * from + k]!
  }

  /** The line nearest to points `from` to `to` - 1 (least squares of the distances). */
  line(from: number, to: number): Piece {
    const n = to - from
    const [mx, my] = [this.sum(from, to, 0) / n, this.sum(from, to, 1) / n]
    const xx = this.sum(from, to, 2) / n - mx * mx
    const xy = this.sum(from, to, 3) / n - mx * my
    const yy = this.sum(from, to, 4) / n - my * my
    const angle = Math.atan2(2 * xy, xx - yy) / 2
    const [a, b] = [this.at(from), this.at(to - 1)]
    const sense = Math.cos(angle) * (b[0] - a[0]) + Math.sin(angle) * (b[1] - a[1]) < 0 ? -1 : 1
    return {
      kind: 'line',
      point: [mx + this.about[0], my + this.about[1]],
      along: [sense * Math.cos(angle), sense * Math.sin(angle)],
    }
  }

  /** The circle nearest to points `from` to `to` - 1 (algebraic fit by Kåsa); undefined where they lie on a line. */
  circle(from: number, to: number): Piece | undefined {
    const n = to - from
    const [mx, my] = [this.sum(from, to, 0) / n, this.sum(from, to, 1) / n]
    const mz = this.sum(from, to, 7) / n
    const uu = this.sum(from, to, 2) / n - mx * mx
    const uv = this.sum(from, to, 3) / n - mx * my
    const vv = this.sum(from, to, 4) / n - my * my
    const uz = this.sum(from, to, 5) / n - mx * mz
    const vz = this.sum(from, to, 6) / n - my * mz
    const determinant = uu * vv - uv * uv
    if (determinant <= 1e-9 * (uu + vv) ** 2) return undefined
    const cx = (uz * vv - vz * uv) / (2 * determinant)
    const cy = (vz * uu - uz * uv) / (2 * determinant)
    const centre: Vec2 = [cx + this.about[0], cy + this.about[1]]
    const radius = Math.sqrt(Math.max(0, mz - 2 * (cx * mx + cy * my) + cx * cx + cy * cy))
    const [a, b, c] = [this.at(from), this.at(from + Math.floor(n / 2)), this.at(to - 1)]
    const ccw = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) > 0
    return { kind: 'arc', centre, radius, ccw: n > this.count * 0.9 ? this.area() > 0 : ccw }
  }

  private area(): number {
    return this.points.reduce((s, p, i) => s + p[0] * this.at(i + 1)[1] - this.at(i + 1)[0] * p[1], 0)
  }

  /** The largest and the root mean square distance of points from a piece, given up beyond `most`. */
  error(piece: Piece, from: number, to: number, most: number): { most: number; mean: number } {
    const stride = Math.max(1, Math.floor((to - from) / 160))
    let [largest, squares, count] = [0, 0, 0]
    for (let i = from; i < to; i += stride) {
      const off = offPiece(piece, this.at(i))
      if (off > largest) largest = off
      if (off > most) break
      squares += off * off
      count += 1
    }
    return { most: largest, mean: Math.sqrt(squares / Math.max(1, count)) }
  }
}

const offPiece = (piece: Piece, p: Vec2): number =>
  piece.kind === 'line'
    ? Math.abs((p[0] - piece.point[0]) * piece.along[1] - (p[1] - piece.point[1]) * piece.along[0])
    : Math.abs(Math.hypot(p[0] - piece.centre[0], p[1] - piece.centre[1]) - piece.radius)

/** Where a point comes to lie on a piece. */
export function onPiece(piece: Piece, p: Vec2): Vec2 {
  if (piece.kind === 'line') {
    const t = (p[0] - piece.point[0]) * piece.along[0] + (p[1] - piece.point[1]) * piece.along[1]
    return [piece.point[0] + t * piece.along[0], piece.point[1] + t * piece.along[1]]
  }
  const [dx, dy] = [p[0] - piece.centre[0], p[1] - piece.centre[1]]
  const r = Math.hypot(dx, dy) || 1
  return [piece.centre[0] + (dx * piece.radius) / r, piece.centre[1] + (dy * piece.radius) / r]
}

/** Where two pieces, run on beyond their ends, cross nearest to a point; undefined where they do not. */
export function crossing(a: Piece, b: Piece, near: Vec2): Vec2 | undefined {
  const found = a.kind === 'line' ? (b.kind === 'line' ? lines(a, b) : lineCircle(a, b)) : b.kind === 'line' ? lineCircle(b, a) : circles(a, b) // prettier-ignore
  const off = (p: Vec2) => Math.hypot(p[0] - near[0], p[1] - near[1])
  return found.reduce<Vec2 | undefined>((best, p) => (!best || off(p) < off(best) ? p : best), undefined)
}

type LinePiece = Extract<Piece, { kind: 'line' }>
type ArcPiece = Extract<Piece, { kind: 'arc' }>

/** Pieces that meet flatter than this run into each other; where they cross says little. Sine of about 6 degrees. */
const FLAT = 0.1

function lines(a: LinePiece, b: LinePiece): Vec2[] {
  const sine = a.along[0] * b.along[1] - a.along[1] * b.along[0]
  if (Math.abs(sine) < FLAT) return []
  const t = ((b.point[0] - a.point[0]) * b.along[1] - (b.point[1] - a.point[1]) * b.along[0]) / sine
  return [[a.point[0] + t * a.along[0], a.point[1] + t * a.along[1]]]
}

function lineCircle(line: LinePiece, circle: ArcPiece): Vec2[] {
  const foot = onPiece(line, circle.centre)
  const off = Math.hypot(foot[0] - circle.centre[0], foot[1] - circle.centre[1])
  const half = Math.sqrt(Math.max(0, circle.radius ** 2 - off ** 2))
  if (half < FLAT * circle.radius) return []
  return [1, -1].map((s): Vec2 => [foot[0] + s * half * line.along[0], foot[1] + s * half * line.along[1]])
}

function circles(a: ArcPiece, b: ArcPiece): Vec2[] {
  const [dx, dy] = [b.centre[0] - a.centre[0], b.centre[1] - a.centre[1]]
  const apart = Math.hypot(dx, dy)
  if (apart < 1e-9) return []
  const along = (apart * apart + a.radius ** 2 - b.radius ** 2) / (2 * apart)
  const half = Math.sqrt(Math.max(0, a.radius ** 2 - along ** 2))
  if (half < FLAT * Math.min(a.radius, b.radius)) return []
  const [ux, uy] = [dx / apart, dy / apart]
  return [1, -1].map((s): Vec2 => [a.centre[0] + along * ux - s * half * uy, a.centre[1] + along * uy + s * half * ux])
}
