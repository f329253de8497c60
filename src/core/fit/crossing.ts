import { TriangleTree } from './gap'
import { cross, dot, placeAt, scale, sub, add, type Vec3 } from '../geometry/vec'
import { type Triangles, unpacked } from '../mesh/unpack'

/** Triangles that are no higher have no sides, mm. */
const SLIVER = 1e-4

/** What touches another face from so near has not gone through it, mm: coordinates are of single precision. */
const NEAR = 2e-5

/** Triangles of one plane that are looked at together. */
export interface FlatPiece {
  normal: Vec3
  triangles: readonly number[]
  /** It has changed. */
  anew: boolean
}

/**
 * A place where faces of a mesh go through each other.
 * @param flats all pieces of flat faces; within one nothing crosses
 * @param round all other triangles, and which of them have changed
 */
export function crossingOf(
  positions: Float64Array,
  indices: Uint32Array,
  flats: readonly FlatPiece[],
  round: { all: readonly number[]; anew: readonly number[] },
): Vec3 | undefined {
  const all = unpacked(positions, indices)
  const corners = (t: number) => [0, 1, 2].map((k) => placeAt(positions, indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
  const meet = (t: number, o: number) => throughEachOther(indices, t, o, corners(t), corners(o))
  const every = Array.from({ length: indices.length / 3 }, (_, t) => t)
  for (const { normal, triangles, anew } of flats) {
    const through = straddling(positions, indices, normal, triangles, anew ? every : round.anew)
    if (through.length === 0) continue
    const own = new TriangleTree(picked(all, triangles))
    const found = firstOf(through, (t) => within(own, all, t, (o) => meet(t, triangles[o]!)))
    if (found) return found
  }
  if (round.anew.length === 0) return undefined
  const tree = new TriangleTree(picked(all, round.all))
  return firstOf(round.anew, (t) => {
    const side = planeOf(all, t)
    return within(tree, all, t, (i) => {
      const o = round.all[i]!
      return o === t || (side && isOnOneSide(all, o, side)) ? undefined : meet(t, o)
    })
  })
}

function firstOf<T, R>(list: Iterable<T>, look: (item: T) => R | undefined): R | undefined {
  for (const item of list) {
    const found = look(item)
    if (found !== undefined) return found
  }
  return undefined
}

function picked(all: ArrayLike<number>, triangles: readonly number[]): Triangles {
  const out = new Float32Array(9 * triangles.length)
  for (const [i, t] of triangles.entries()) for (let k = 0; k < 9; k++) out[9 * i + k] = all[9 * t + k]!
  return out
}

/** What is found first among the triangles of a tree whose boxes meet that of another one. */
function within(
  tree: TriangleTree,
  all: ArrayLike<number>,
  t: number,
  look: (o: number) => Vec3 | undefined,
): Vec3 | undefined {
  const box = [0, 1, 2].map((k) => Math.min(all[9 * t + k]!, all[9 * t + 3 + k]!, all[9 * t + 6 + k]!)).concat([0, 1, 2].map((k) => Math.max(all[9 * t + k]!, all[9 * t + 3 + k]!, all[9 * t + 6 + k]!))) // prettier-ignore
  let found: Vec3 | undefined
  tree.within(box, (o) => {
    found ??= look(o)
  })
  return found
}

type Plane = readonly [nx: number, ny: number, nz: number, offset: number]

/** The plane of a triangle; none where it is a sliver. */
function planeOf(all: ArrayLike<number>, t: number): Plane | undefined {
  const p = (k: number): Vec3 => [all[9 * t + 3 * k]!, all[9 * t + 3 * k + 1]!, all[9 * t + 3 * k + 2]!]
  const n = cross(sub(p(1), p(0)), sub(p(2), p(0)))
  const size = Math.sqrt(dot(n, n))
  if (size < 1e-12) return undefined
  return [n[0] / size, n[1] / size, n[2] / size, dot(n, p(0)) / size]
}

/** True of a triangle that does not go through a plane. */
function isOnOneSide(all: ArrayLike<number>, t: number, [x, y, z, offset]: Plane): boolean {
  let [low, high] = [Infinity, -Infinity]
  for (let k = 9 * t; k < 9 * t + 9; k += 3) {
    const off = x * all[k]! + y * all[k + 1]! + z * all[k + 2]! - offset
    low = Math.min(low, off)
    high = Math.max(high, off)
  }
  return low > -NEAR || high < NEAR
}

/** Triangles that go through the plane in which some lie. */
function straddling(
  positions: Float64Array,
  indices: Uint32Array,
  [x, y, z]: Vec3,
  triangles: readonly number[],
  among: readonly number[],
): number[] {
  const off = (v: number) => x * positions[3 * v]! + y * positions[3 * v + 1]! + z * positions[3 * v + 2]!
  // A noisy face is as thick as its corners are off.
  let [low, high] = [Infinity, -Infinity]
  for (const t of triangles) for (let k = 3 * t; k < 3 * t + 3; k++) { const o = off(indices[k]!); low = Math.min(low, o); high = Math.max(high, o) } // prettier-ignore
  const out: number[] = []
  for (const t of among) {
    const [a, b, c] = [off(indices[3 * t]!), off(indices[3 * t + 1]!), off(indices[3 * t + 2]!)]
    if (Math.min(a, b, c) < low - NEAR && Math.max(a, b, c) > high + NEAR) out.push(t)
  }
  return out
}

/** Where an edge of one triangle goes through the other; edges from corners that both have lead away from it. */
function throughEachOther(
  indices: Uint32Array,
  t: number,
  o: number,
  a: readonly [Vec3, Vec3, Vec3],
  b: readonly [Vec3, Vec3, Vec3],
): Vec3 | undefined {
  const ids = (u: number) => [indices[3 * u]!, indices[3 * u + 1]!, indices[3 * u + 2]!]
  const [ia, ib] = [ids(t), ids(o)]
  const shared = ia.filter((i) => ib.includes(i)).length
  if (shared > 1) return shared === 2 ? foldedBack(ia, ib, a, b) : a[0]
  for (let k = 0; k < 3; k++) {
    const l = (k + 1) % 3
    if (!ib.includes(ia[k]!) && !ib.includes(ia[l]!)) {
      const hit = pierced(a[k]!, a[l]!, b)
      if (hit) return hit
    }
    if (!ia.includes(ib[k]!) && !ia.includes(ib[l]!)) {
      const hit = pierced(b[k]!, b[l]!, a)
      if (hit) return hit
    }
  }
  return undefined
}

/** Two that share an edge lie on each other where both far corners are on the same side of it, in one plane. */
function foldedBack(ia: number[], ib: number[], a: readonly Vec3[], b: readonly Vec3[]): Vec3 | undefined {
  const [p, q] = ia.flatMap((id, k) => (ib.includes(id) ? [a[k]!] : [])) as [Vec3, Vec3]
  const [own, other] = [a[ia.findIndex((id) => !ib.includes(id))]!, b[ib.findIndex((id) => !ia.includes(id))]!]
  const along = sub(q, p)
  const [n, m] = [cross(along, sub(own, p)), cross(along, sub(other, p))]
  const [high, far, long] = [n, m, along].map((v) => Math.sqrt(dot(v, v))) as [number, number, number]
  // What is hardly higher than nothing lies on neither side.
  if (Math.min(high, far) < SLIVER * long) return undefined
  return dot(n, m) > (1 - 1e-9) * high * far ? p : undefined
}

/** Where a span goes through a triangle, if it does. */
function pierced(p: Vec3, q: Vec3, [a, b, c]: readonly [Vec3, Vec3, Vec3]): Vec3 | undefined {
  const n = cross(sub(b, a), sub(c, a))
  const size = Math.sqrt(dot(n, n))
  if (size < 1e-12) return undefined
  const [from, to] = [dot(sub(p, a), n) / size, dot(sub(q, a), n) / size]
  if (Math.min(from, to) > -NEAR || Math.max(from, to) < NEAR) return undefined
  const hit = add(p, scale(sub(q, p), from / (from - to)))
  const inside = ([u, v]: readonly [Vec3, Vec3]) => dot(cross(sub(v, u), sub(hit, u)), n) > 1e-6 * size
  return inside([a, b]) && inside([b, c]) && inside([c, a]) ? hit : undefined
}
