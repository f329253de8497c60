/** Plain facts of a triangle mesh: volume, area, and whether it closes. Lengths in mm. */
export interface MeshFacts {
  triangles: number
  closed: boolean
  volume: number
  area: number
}

/** Points closer than this are one, mm. */
const WELD = 1e-5

/**
 * Gives each vertex the number of the first one at its place.
 * @returns for each vertex, the index of its representative
 */
export function weldIndex(positions: ArrayLike<number>, tolerance = WELD): Uint32Array {
  const count = positions.length / 3
  const out = new Uint32Array(count)
  const seen = new Map<string, number>()
  const cell = (v: number) => Math.round(v / tolerance)
  for (let i = 0; i < count; i++) {
    const key = `${cell(positions[3 * i]!)},${cell(positions[3 * i + 1]!)},${cell(positions[3 * i + 2]!)}`
    const known = seen.get(key)
    if (known === undefined) seen.set(key, i)
    out[i] = known ?? i
  }
  return out
}

/** The mesh with coinciding vertices joined and triangles without area left out. */
export function welded(positions: ArrayLike<number>, indices: ArrayLike<number>, tolerance = WELD) {
  const first = weldIndex(positions, tolerance)
  const number = new Map<number, number>()
  const points: number[] = []
  const triangles: number[] = []
  const vertex = (i: number): number => {
    const key = first[i]!
    let n = number.get(key)
    if (n === undefined) {
      n = points.length / 3
      points.push(positions[3 * key]!, positions[3 * key + 1]!, positions[3 * key + 2]!)
      number.set(key, n)
    }
    return n
  }
  for (let t = 0; t < indices.length; t += 3) {
    const [a, b, c] = [vertex(indices[t]!), vertex(indices[t + 1]!), vertex(indices[t + 2]!)]
    if (a !== b && b !== c && a !== c) triangles.push(a, b, c)
  }
  return { positions: points, indices: triangles }
}

export function meshFacts(positions: ArrayLike<number>, indices: ArrayLike<number>): MeshFacts {
  let volume = 0
  let area = 0
  for (let t = 0; t < indices.length; t += 3) {
    const [i, j, k] = [3 * indices[t]!, 3 * indices[t + 1]!, 3 * indices[t + 2]!]
    const [ax, ay, az] = [positions[i]!, positions[i + 1]!, positions[i + 2]!]
    const [ux, uy, uz] = [positions[j]! - ax, positions[j + 1]! - ay, positions[j + 2]! - az]
    const [vx, vy, vz] = [positions[k]! - ax, positions[k + 1]! - ay, positions[k + 2]! - az]
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
    area += Math.hypot(nx, ny, nz) / 2
    volume += (ax * nx + ay * ny + az * nz) / 6
  }
  return { triangles: indices.length / 3, closed: isClosed(positions, indices), volume, area }
}

/** True if every edge, after welding, has a partner that runs the other way. */
export function isClosed(positions: ArrayLike<number>, indices: ArrayLike<number>): boolean {
  if (indices.length === 0) return false
  const first = weldIndex(positions)
  const open = new Map<number, number>()
  const count = positions.length / 3
  for (let t = 0; t < indices.length; t += 3) {
    const corner = [first[indices[t]!]!, first[indices[t + 1]!]!, first[indices[t + 2]!]!]
    if (corner[0] === corner[1] || corner[1] === corner[2] || corner[0] === corner[2]) continue
    for (let e = 0; e < 3; e++) {
      const [a, b] = [corner[e]!, corner[(e + 1) % 3]!]
      const [low, high] = a < b ? [a, b] : [b, a]
      const key = low * count + high
      open.set(key, (open.get(key) ?? 0) + (a < b ? 1 : -1))
    }
  }
  for (const balance of open.values()) if (balance !== 0) return false
  return true
}
