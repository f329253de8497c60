import { trianglesOf } from '../faces/topology'
import type { Pointable } from '../faces/resolve'
import { add, cross, dot, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import { nextSide } from '../mesh/half-edges'
import { facetsOf } from './even-offsets'

/** The triangles of a region by themselves, with vertices numbered anew. */
export interface Patch {
  points: Vec3[]
  /** Three vertices a triangle. */
  flat: number[]
  /** For each vertex a side of a triangle of the region that begins there. */
  comeBy: number[]
  /** Sides of its border, the region to the left, and the region beyond. */
  rim: [number, number, number][]
}

export function patchOf(on: Pointable, region: number): Patch {
  const { mesh, topology } = on
  const { opposite, at } = facetsOf(on)
  const own = new Map<number, number>()
  const patch: Patch = { points: [], flat: [], comeBy: [], rim: [] }
  const place = (side: number): number => {
    const vertex = mesh.indices[side]!
    const found = own.get(vertex) ?? patch.points.push(at(vertex)) - 1
    own.set(vertex, found)
    patch.comeBy[found] = side
    return found
  }
  for (const t of trianglesOf(topology, region)) {
    patch.flat.push(place(3 * t), place(3 * t + 1), place(3 * t + 2))
    for (let s = 3 * t; s < 3 * t + 3; s++) {
      const beyond = topology.regionOf[Math.floor(opposite[s]! / 3)]!
      if (beyond !== region) patch.rim.push([place(s), place(nextSide(s)), beyond])
    }
  }
  return patch
}

/** A face without an exact shape gets a strip along its border, so that its own facets stay where they are. @returns the new border */
export function withStrip(
  { points, outs, flat }: { points: Vec3[]; outs: Vec3[]; flat: number[] },
  rim: readonly (readonly [number, number])[],
  spread: ReadonlyMap<number, Vec3>,
): [number, number][] {
  const beyond = new Map<number, number>()
  const past = (i: number): number => {
    const by = spread.get(i)
    if (!by) return i
    const found = beyond.get(i) ?? points.push(add(points[i]!, by)) - 1
    if (!beyond.has(i)) outs[found] = outs[i]!
    beyond.set(i, found)
    return found
  }
  return rim.map(([a, b]) => {
    const [c, d] = [past(a), past(b)]
    if (c !== a) flat.push(b, a, c)
    if (d !== b) flat.push(b, c, d)
    return [c, d]
  })
}

/** How far each corner of the border goes on along the face, so that both its edges go on as far as they should. */
export function spreadOf(
  { points, rim }: Patch,
  past: (region: number) => number,
  outs: readonly Vec3[],
): Map<number, Vec3> {
  const ways = new Map<number, { way: Vec3; past: number }[]>()
  for (const [a, b, beyond] of rim)
    for (const v of [a, b]) {
      const along = normalize(sub(points[b]!, points[a]!))
      const way = normalize(cross(along, normalize(outs[v]!)))
      ways.set(v, [...(ways.get(v) ?? []), { way, past: past(beyond) }])
    }
  const found = new Map<number, Vec3>()
  for (const [v, list] of ways) {
    const [m, n] = list
    if (list.length !== 2 || !m || !n || m.past + n.past === 0) continue
    const c = dot(m.way, n.way)
    const det = 1 - c * c
    const by =
      det < 0.02
        ? scale(m.way, Math.max(m.past, n.past))
        : add(scale(m.way, (m.past - c * n.past) / det), scale(n.way, (n.past - c * m.past) / det))
    found.set(v, by)
  }
  return found
}
