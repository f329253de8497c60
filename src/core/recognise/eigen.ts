import type { Vec3 } from '../geometry/vec'

/** Eigenvalues, smallest first, and unit eigenvectors of a symmetric 3 x 3 matrix [xx, xy, xz, yy, yz, zz] (Jacobi rotations). */
export function symmetricEigen(m: readonly number[]): { values: Vec3; vectors: [Vec3, Vec3, Vec3] } {
  const a = [
    [m[0]!, m[1]!, m[2]!],
    [m[1]!, m[3]!, m[4]!],
    [m[2]!, m[4]!, m[5]!],
  ]
  const v = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ]
  for (let sweep = 0; sweep < 30; sweep++) {
    const off = a[0]![1]! ** 2 + a[0]![2]! ** 2 + a[1]![2]! ** 2
    if (off < 1e-30) break
    for (const [p, q] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const) {
      const apq = a[p]![q]!
      if (Math.abs(apq) < 1e-300) continue
      const theta = (a[q]![q]! - a[p]![p]!) / (2 * apq)
      const t = Math.sign(theta || 1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1))
      const c = 1 / Math.sqrt(t * t + 1)
      const s = t * c
      for (let k = 0; k < 3; k++) {
        const [akp, akq] = [a[k]![p]!, a[k]![q]!]
        a[k]![p] = c * akp - s * akq
        a[k]![q] = s * akp + c * akq
      }
      for (let k = 0; k < 3; k++) {
        const [apk, aqk] = [a[p]![k]!, a[q]![k]!]
        a[p]![k] = c * apk - s * aqk
        a[q]![k] = s * apk + c * aqk
        const [vkp, vkq] = [v[k]![p]!, v[k]![q]!]
        v[k]![p] = c * vkp - s * vkq
        v[k]![q] = s * vkp + c * vkq
      }
    }
  }
  const order = [0, 1, 2].sort((i, j) => a[i]![i]! - a[j]![j]!)
  const vector = (i: number): Vec3 => [v[0]![i]!, v[1]![i]!, v[2]![i]!]
  return {
    values: [a[order[0]!]![order[0]!]!, a[order[1]!]![order[1]!]!, a[order[2]!]![order[2]!]!],
    vectors: [vector(order[0]!), vector(order[1]!), vector(order[2]!)],
  }
}
