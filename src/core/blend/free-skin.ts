import { trianglesOf } from '../faces/topology'
import type { Pointable } from '../faces/resolve'
import { TriangleTree } from '../fit/gap'
import { add, cross, dot, length, normalize, placeAt, scale, sub, type Vec3 } from '../geometry/vec'

interface Facet {
  corners: readonly [Vec3, Vec3, Vec3]
  /** Directions out of the material at its corners, of those facets that meet there. */
  outs: readonly [Vec3, Vec3, Vec3]
}

/** A face without an exact shape: its triangles, and beyond them the planes of the nearest. */
export class FreeSkin {
  private readonly facets: Facet[] = []
  private readonly tree: TriangleTree
  private last: { p: Vec3; at: { off: number; out: Vec3 } } | undefined

  constructor({ mesh, topology }: Pointable, region: number) {
    const vertex = (i: number): Vec3 => placeAt(mesh.positions, i)
    const outs = new Map<number, Vec3>()
    const own: [number, number, number][] = []
    for (const t of trianglesOf(topology, region)) {
      const ids = [0, 1, 2].map((k) => mesh.indices[3 * t + k]!) as [number, number, number]
      const [a, b, c] = ids.map(vertex) as [Vec3, Vec3, Vec3]
      const flat = cross(sub(b, a), sub(c, a))
      if (length(flat) < 1e-12) continue
      own.push(ids)
      for (const id of ids) outs.set(id, add(outs.get(id) ?? [0, 0, 0], flat))
    }
    for (const ids of own)
      this.facets.push({
        corners: ids.map(vertex) as unknown as Facet['corners'],
        outs: ids.map((i) => normalize(outs.get(i)!)) as unknown as Facet['outs'],
      })
    this.tree = new TriangleTree(Float32Array.from(this.facets.flatMap((f) => f.corners.flat())))
  }

  off = (p: Vec3): number => this.nearest(p).off
  out = (p: Vec3): Vec3 => this.nearest(p).out

  private nearest(p: Vec3): { off: number; out: Vec3 } {
    if (this.last && this.last.p === p) return this.last.at
    let best = { far: Infinity, out: [0, 0, 1] as Vec3, foot: p }
    this.tree.nearer(
      p,
      () => best.far,
      (facet) => {
        const { corners, outs } = this.facets[facet]!
        const share = nearestShare(p, corners)
        const foot = mixed(corners, share)
        const far = length(sub(p, foot))
        if (far < best.far) best = { far, foot, out: normalize(mixed(outs, share)) }
      },
    )
    const at = { off: dot(sub(p, best.foot), best.out), out: best.out }
    this.last = { p, at }
    return at
  }
}

const mixed = ([a, b, c]: readonly [Vec3, Vec3, Vec3], [u, v, w]: Vec3): Vec3 =>
  add(add(scale(a, u), scale(b, v)), scale(c, w))

/** The shares of a triangle's corners in its point nearest to a point. */
function nearestShare(p: Vec3, [a, b, c]: readonly [Vec3, Vec3, Vec3]): Vec3 {
  const [ab, ac, ap] = [sub(b, a), sub(c, a), sub(p, a)]
  const [d1, d2] = [dot(ab, ap), dot(ac, ap)]
  if (d1 <= 0 && d2 <= 0) return [1, 0, 0]
  const bp = sub(p, b)
  const [d3, d4] = [dot(ab, bp), dot(ac, bp)]
  if (d3 >= 0 && d4 <= d3) return [0, 1, 0]
  const vc = d1 * d4 - d3 * d2
  if (vc <= 0 && d1 >= 0 && d3 <= 0) return [1 - d1 / (d1 - d3), d1 / (d1 - d3), 0]
  const cp = sub(p, c)
  const [d5, d6] = [dot(ab, cp), dot(ac, cp)]
  if (d6 >= 0 && d5 <= d6) return [0, 0, 1]
  const vb = d5 * d2 - d1 * d6
  if (vb <= 0 && d2 >= 0 && d6 <= 0) return [1 - d2 / (d2 - d6), 0, d2 / (d2 - d6)]
  const va = d3 * d6 - d5 * d4
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
    const w = (d4 - d3) / (d4 - d3 + (d5 - d6))
    return [0, 1 - w, w]
  }
  const all = va + vb + vc
  return [va / all, vb / all, vc / all]
}
