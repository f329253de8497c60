import type { Vec2 } from '../../geometry/vec'

/** Points nearer to the one before are left out, mm. */
const FINE = 0.05

/**
 * The outlines of what looks down of a closed mesh, seen from above: loops that, filled wherever they go round more often one
 * way than the other, cover what the mesh covers. Edges within it may be among them.
 * @param positions mm, as it lies
 */
export function silhouetteOf(positions: ArrayLike<number>, indices: ArrayLike<number>): Vec2[][] {
  const same = welded(positions)
  const next = new Map<number, number[]>()
  for (let t = 0; t < indices.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => same[indices[t + k]!]!) as [number, number, number]
    if (!looksDown(positions, a, b, c)) continue
    for (const [from, to] of [
      [a, b],
      [b, c],
      [c, a],
    ] as const)
      // prettier-ignore
      if (!taken(next, to, from)) next.set(from, [...(next.get(from) ?? []), to])
  }
  return chained(next).flatMap((loop) => {
    const points = thinned(loop.map((v): Vec2 => [positions[3 * v]!, positions[3 * v + 1]!]))
    return points.length > 2 ? [points] : []
  })
}

/** For each vertex the first one at its place. */
function welded(positions: ArrayLike<number>): Uint32Array {
  const first = new Map<string, number>()
  const out = new Uint32Array(positions.length / 3)
  for (let v = 0; v < out.length; v++) {
    const key = [0, 1, 2].map((k) => Math.round(positions[3 * v + k]! * 1e4)).join(' ')
    const known = first.get(key) ?? v
    first.set(key, known)
    out[v] = known
  }
  return out
}

function looksDown(positions: ArrayLike<number>, a: number, b: number, c: number): boolean {
  const at = (v: number, k: number) => positions[3 * v + k]!
  const across = (at(b, 0) - at(a, 0)) * (at(c, 1) - at(a, 1)) - (at(b, 1) - at(a, 1)) * (at(c, 0) - at(a, 0))
  return across < -1e-9
}

/** Takes an edge out, if it is there. */
function taken(next: Map<number, number[]>, from: number, to: number): boolean {
  const all = next.get(from)
  const i = all?.indexOf(to) ?? -1
  if (i >= 0) all!.splice(i, 1)
  return i >= 0
}

/** Directed edges as closed loops. */
function chained(next: Map<number, number[]>): number[][] {
  const loops: number[][] = []
  for (const start of next.keys())
    while (next.get(start)!.length > 0) {
      const loop = [start]
      for (let v = next.get(start)!.pop(); v !== undefined && v !== start; v = next.get(v)?.pop()) loop.push(v)
      loops.push(loop)
    }
  return loops
}

function thinned(points: readonly Vec2[]): Vec2[] {
  const out: Vec2[] = []
  for (const p of points)
    if (out.length === 0 || Math.hypot(p[0] - out.at(-1)![0], p[1] - out.at(-1)![1]) > FINE) out.push(p)
  return out
}
