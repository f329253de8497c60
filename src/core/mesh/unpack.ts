/** Triangles with corners of their own: packed x y z, nine numbers a triangle. */
export type Triangles = Float32Array

/** Gives triangles that share vertices corners of their own, in order; only those of `only`, if that is given. */
export function unpacked(
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
  only?: ArrayLike<number>,
): Triangles {
  const count = only ? only.length : indices.length / 3
  const out = new Float32Array(9 * count)
  for (let i = 0; i < count; i++) {
    const t = only ? only[i]! : i
    for (let k = 0; k < 3; k++) {
      const from = 3 * indices[3 * t + k]!
      out[9 * i + 3 * k] = positions[from]!
      out[9 * i + 3 * k + 1] = positions[from + 1]!
      out[9 * i + 3 * k + 2] = positions[from + 2]!
    }
  }
  return out
}
