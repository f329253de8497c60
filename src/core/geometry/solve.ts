import { add, cross, dot, scale, type Vec3 } from './vec'

/**
 * Solves a x = b by elimination with row exchange.
 * @param a n rows of n, changed on the way
 * @param b n values, changed on the way
 * @returns undefined where the rows do not settle the unknowns
 */
export function solve(a: number[][], b: number[]): number[] | undefined {
  const n = b.length
  for (let k = 0; k < n; k++) {
    let best = k
    for (let i = k + 1; i < n; i++) if (Math.abs(a[i]![k]!) > Math.abs(a[best]![k]!)) best = i
    if (Math.abs(a[best]![k]!) < 1e-12) return undefined
    ;[a[k], a[best]] = [a[best]!, a[k]!]
    ;[b[k], b[best]] = [b[best]!, b[k]!]
    for (let i = k + 1; i < n; i++) {
      const f = a[i]![k]! / a[k]![k]!
      for (let j = k; j < n; j++) a[i]![j]! -= f * a[k]![j]!
      b[i]! -= f * b[k]!
    }
  }
  const x = new Array<number>(n).fill(0)
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!
    for (let j = i + 1; j < n; j++) sum -= a[i]![j]! * x[j]!
    x[i] = sum / a[i]![i]!
  }
  return x
}

/** Three planes by normals and offsets: where they meet. */
export function solve3([u, v, w]: readonly Vec3[], [a, b, c]: readonly [number, number, number]): Vec3 | undefined {
  const det = dot(u!, cross(v!, w!))
  if (Math.abs(det) < 1e-9) return undefined
  const sum = add(add(scale(cross(v!, w!), a), scale(cross(w!, u!), b)), scale(cross(u!, v!), c))
  return scale(sum, 1 / det)
}
