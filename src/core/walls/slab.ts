import { type Side, sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { add, cross, dot, length, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceShape, SurfaceTag } from '../kernel/surface'
import { nextSide } from '../mesh/half-edges'
import { raise } from '../result'
import { evenOffset, facetsOf } from './even-offsets'
import { offsetShape } from './offset-shape'

/** A face drawn out square to itself on both sides. */
export interface SlabOf {
  region: number
  /** From where to where, along the way out of the material, mm: the first is the lesser. */
  from: number
  to: number
  /** How far it goes on past its border with another region, along itself, mm. */
  past: (region: number) => number
  /** What the faces behind and in front are called. */
  tags: { behind: Omit<SurfaceTag, 'shape'>; before: Omit<SurfaceTag, 'shape'> }
}

/** The solid. Errors: face (it cannot be drawn out) */
export function slab(kernel: Kernel, on: Pointable, { region, from, to, past, tags }: SlabOf): Solid {
  const { mesh, topology } = on
  const side = sideOf(on, region)
  const at = (i: number): Vec3 => [mesh.positions[3 * i]!, mesh.positions[3 * i + 1]!, mesh.positions[3 * i + 2]!]
  const triangles: number[] = []
  for (let t = 0; t < topology.regionOf.length; t++) if (topology.regionOf[t] === region) triangles.push(t)
  const { opposite } = facetsOf(on)
  const own = new Map<number, number>()
  const place = (i: number) => own.get(i) ?? (own.set(i, own.size), own.size - 1)
  const flat = triangles.flatMap((t) => [0, 1, 2].map((k) => place(mesh.indices[3 * t + k]!)))
  const comeBy = new Map(
    triangles.flatMap((t) => [0, 1, 2].map((k): [number, number] => [mesh.indices[3 * t + k]!, 3 * t + k])),
  )
  const edges: [number, number, number][] = []
  for (const t of triangles)
    for (let s = 3 * t; s < 3 * t + 3; s++) {
      const other = topology.regionOf[Math.floor(opposite[s]! / 3)]!
      if (other !== region) edges.push([mesh.indices[s]!, mesh.indices[nextSide(s)]!, past(other)])
    }
  const points = [...own.keys()].map(at)
  const isFree = side.shape.kind === 'free'
  const outs = [...own.keys()].map((v, i) => (isFree ? evenOffset(on, comeBy.get(v)!) : side.out(points[i]!)))
  const spread = spreadOf(edges, at, side, own, outs)
  const wide = points.map((p, i) => (isFree ? p : add(p, spread.get(i) ?? [0, 0, 0])))
  const rim = edges.map(([a, b]): [number, number] => [own.get(a)!, own.get(b)!])
  const facets = flat.length
  const outer = isFree ? withStrip({ points: wide, outs, flat }, rim, spread) : rim
  const moved = (by: number) => {
    const far = wide.map((p, i) => (isFree ? by : within(side, points[i]!, by)))
    return isFree
      ? unturned(wide, outs, far, flat.slice(0, facets))
      : wide.map((p, i) => add(p, scale(outs[i]!, far[i]!)))
  }
  const count = wide.length
  const positions = [...moved(to), ...moved(from)].flat()
  const [indices, faces]: [number[], number[]] = [[], []]
  const put = (face: number, ...corners: number[]) => {
    indices.push(...corners)
    faces.push(face)
  }
  for (let i = 0; i < flat.length; i += 3) {
    const [a, b, c] = [flat[i]!, flat[i + 1]!, flat[i + 2]!]
    put(0, a, b, c)
    put(1, a + count, c + count, b + count)
  }
  for (const [a, b] of outer) {
    put(2, b, a, a + count)
    put(2, b, a + count, b + count)
  }
  const shapes = [to, from].map((by, i): SurfaceShape => offsetShape(side, by, i === 0 ? 1 : -1))
  const all: SurfaceTag[] = [{ ...tags.before, shape: shapes[0]! }, { ...tags.behind, shape: shapes[1]! }, { ...tags.behind, role: 'edge', shape: { kind: 'free' } }] // prettier-ignore
  const solid = kernel.fromFaces(positions, indices, faces, all)
  return solid.ok ? solid.value : raise('face', 'A face of the part cannot be drawn out: it touches itself.', 'part')
}

/** A face without an exact shape gets a strip along its border, so that its own facets stay where they are. @returns the new border */
function withStrip(
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

/**
 * Places moved along their ways, those of facets that would turn over not so far: what lies behind is of the faces beside
 * them there.
 */
function unturned(points: readonly Vec3[], outs: readonly Vec3[], far: number[], triangles: readonly number[]): Vec3[] {
  const place = (i: number) => add(points[i]!, scale(outs[i]!, far[i]!))
  const facing = (p: Vec3, q: Vec3, r: Vec3) => cross(sub(q, p), sub(r, p))
  for (let round = 0; round < 40; round++) {
    let turned = false
    for (let i = 0; i < triangles.length; i += 3) {
      const ids = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!] as const
      const [p, q, r] = ids.map((k) => points[k]!) as [Vec3, Vec3, Vec3]
      const [u, v, w] = ids.map(place) as [Vec3, Vec3, Vec3]
      if (dot(facing(p, q, r), facing(u, v, w)) > 0) continue
      turned = true
      for (const k of ids) far[k]! *= 0.8
    }
    if (!turned) break
  }
  return points.map((_, i) => place(i))
}

/** So much of the way to the middle of what is round is gone at most. */
const MOST = 0.98

/** A way along the normal, shortened so that it does not lead past the middle or the axis of what is round. */
function within({ shape, out }: Side, p: Vec3, by: number): number {
  const way = scale(out(p), Math.sign(by))
  let most = Math.abs(by)
  const limit = (from: Vec3, free: number) => {
    const towards = -dot(way, from)
    if (towards > 1e-6) most = Math.min(most, (MOST * free) / towards)
  }
  if (shape.kind === 'sphere') limit(normalize(sub(p, shape.point)), shape.radius)
  if ('axis' in shape) {
    const off = sub(p, shape.point)
    const radial = sub(off, scale(shape.axis, dot(off, shape.axis)))
    const wide = length(radial)
    if (wide > 1e-9) limit(scale(radial, 1 / wide), wide)
    if (shape.kind === 'torus' && wide > 1e-9) {
      const ring = add(shape.point, scale(radial, shape.radius / wide))
      limit(normalize(sub(p, ring)), Math.abs(shape.tube))
    }
  }
  return Math.sign(by) * most
}

/** How far each corner of the border goes on along the face, so that both its edges go on as far as they should. */
function spreadOf(
  edges: readonly [number, number, number][],
  at: (i: number) => Vec3,
  side: Side,
  own: ReadonlyMap<number, number>,
  outs: readonly Vec3[],
): Map<number, Vec3> {
  const ways = new Map<number, { way: Vec3; past: number }[]>()
  for (const [a, b, past] of edges)
    for (const v of [a, b]) {
      const along = normalize(sub(at(b), at(a)))
      const out = side.shape.kind === 'free' ? normalize(outs[own.get(v)!]!) : side.out(at(v))
      ways.set(v, [...(ways.get(v) ?? []), { way: normalize(cross(along, out)), past }])
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
    found.set(own.get(v)!, by)
  }
  return found
}
