import type { Soup } from '../tests/support/soups'

/** A wavy ring of 2 n m triangles: nothing but free-form surface. */
export function knurledRing(n: number, m: number): Soup {
  const positions = new Float64Array(n * m * 18)
  let at = 0
  const corner = (i: number, j: number) => {
    const [u, v] = [(2 * Math.PI * i) / n, (2 * Math.PI * j) / m]
    const r = 40 + 12 * Math.cos(v)
    for (const c of [r * Math.cos(u), r * Math.sin(u), 12 * Math.sin(v) + Math.sin(5 * u)]) positions[at++] = c
  }
  for (let i = 0; i < n; i++)
    for (let j = 0; j < m; j++)
      for (const [a, b] of [[0, 0], [1, 0], [1, 1], [0, 0], [1, 1], [0, 1]] as const) corner((i + a) % n, (j + b) % m) // prettier-ignore
  return { positions, indices: Uint32Array.from({ length: positions.length / 3 }, (_, i) => i) }
}
