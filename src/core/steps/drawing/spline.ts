import { STILL } from '../../outlines/curves'
import { curveInArcs } from '../../outlines/in-arcs'
import type { Vec2 } from '../../geometry/vec'
import type { Segment } from '../../profile/segment'

/**
 * A smooth curve through points: pieces of third degree whose slope and bend agree where they meet (natural cubic spline
 * over the chord lengths; ends without bend), as lines and arcs.
 */
export function spline(points: readonly Vec2[], isClosed: boolean): Segment[] {
  const n = points.length
  const slopes = tangents(points, isClosed)
  const out: Segment[] = []
  for (let i = 0; i + (isClosed ? 0 : 1) < n; i++) {
    const j = (i + 1) % n
    const [p, q, u, v] = [points[i]!, points[j]!, slopes[i]!, slopes[j]!]
    const chord = Math.hypot(q[0] - p[0], q[1] - p[1])
    const a: Vec2 = [p[0] + (u[0] * chord) / 3, p[1] + (u[1] * chord) / 3]
    const b: Vec2 = [q[0] - (v[0] * chord) / 3, q[1] - (v[1] * chord) / 3]
    out.push(...curveInArcs(STILL, [p, a, b, q]))
  }
  return out
}

/** Slopes at the points, by the arc's chord length; a system with three in each row, solved by elimination. */
function tangents(points: readonly Vec2[], isClosed: boolean): Vec2[] {
  const n = points.length
  const chord = (i: number) => {
    const [a, b] = [points[(i + n) % n]!, points[(i + 1 + n) % n]!]
    return Math.hypot(b[0] - a[0], b[1] - a[1])
  }
  const rise = (i: number, k: number) => (points[(i + 1 + n) % n]![k]! - points[(i + n) % n]![k]!) / chord(i)
  const a = Array.from({ length: n }, () => new Float64Array(n))
  const b = Array.from({ length: n }, (): [number, number] => [0, 0])
  for (let i = 0; i < n; i++) {
    const [before, after] = [(i + n - 1) % n, (i + 1) % n]
    if (!isClosed && (i === 0 || i === n - 1)) {
      const piece = i === 0 ? 0 : n - 2
      a[i]![i]! += 2
      a[i]![i === 0 ? after : before]! += 1
      for (const k of [0, 1] as const) b[i]![k] = 3 * rise(piece, k)
      continue
    }
    const [h, g] = [chord(i - 1), chord(i)]
    a[i]![before]! += g
    a[i]![i]! += 2 * (h + g)
    a[i]![after]! += h
    for (const k of [0, 1] as const) b[i]![k] = 3 * (g * rise(i - 1, k) + h * rise(i, k))
  }
  return eliminated(a, b)
}

function eliminated(a: Float64Array[], b: [number, number][]): Vec2[] {
  const n = b.length
  for (let i = 0; i < n; i++)
    for (let r = i + 1; r < n; r++) {
      const share = a[r]![i]! / a[i]![i]!
      if (share === 0) continue
      for (let c = i; c < n; c++) a[r]![c]! -= share * a[i]![c]!
      for (const k of [0, 1] as const) b[r]![k] -= share * b[i]![k]
    }
  const out: [number, number][] = Array.from({ length: n }, () => [0, 0])
  for (let i = n - 1; i >= 0; i--)
    for (const k of [0, 1] as const) {
      let sum = b[i]![k]
      for (let c = i + 1; c < n; c++) sum -= a[i]![c]! * out[c]![k]
      out[i]![k] = sum / a[i]![i]!
    }
  return out
}
