import type { Soup } from './soups'

/** Height of the lumpy body, mm. */
const TALL = 300

/** Something like a statue: a ball drawn out, with lumps all over, of 2 n m triangles about. */
export function lumpy(n: number, m: number): Soup {
  const positions: number[] = []
  const corner = (i: number, j: number) => {
    const [u, v] = [(2 * Math.PI * (i % n)) / n, (Math.PI * j) / m]
    const r = 60 * (1 + 0.08 * Math.sin(7 * u) * Math.sin(v) * Math.sin(9 * v) + 0.05 * Math.cos(3 * u) * Math.sin(v))
    return [r * Math.sin(v) * Math.cos(u), r * Math.sin(v) * Math.sin(u), (TALL / 2) * Math.cos(v)]
  }
  for (let j = 0; j < m; j++)
    for (let i = 0; i < n; i++) {
      const [a, b, c, d] = [corner(i, j), corner(i + 1, j), corner(i + 1, j + 1), corner(i, j + 1)]
      if (j > 0) positions.push(...a, ...d, ...b)
      if (j < m - 1) positions.push(...b, ...d, ...c)
    }
  return { positions: Float64Array.from(positions), indices: Uint32Array.from({ length: positions.length / 3 }, (_, k) => k) } // prettier-ignore
}
