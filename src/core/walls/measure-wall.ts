import { type Gap, smallestGap, TriangleTree } from '../fit/gap'
import type { Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import { unpacked } from '../mesh/unpack'

/** How thick a wall came out, mm, as far as it was looked at, and where. */
export interface WallSeen {
  least: number
  most: number
  thinnest: Vec3
  thickest: Vec3
}

/** About so many triangles of the inside are looked at. */
const LOOKS = 300
const NOWHERE: Vec3 = [0, 0, 0]

/** The wall of a solid between the faces that `step` made inside and the others that are told by name. */
export function measureWall(
  mesh: TaggedMesh,
  isInside: (surface: number) => boolean,
  isKept: (surface: number) => boolean,
): WallSeen | undefined {
  // prettier-ignore
  const own: number[] = []
  const kept: number[] = []
  for (const [t, s] of mesh.triangleSurface.entries()) (isInside(s) ? own : isKept(s) ? kept : []).push(t)
  if (own.length === 0 || kept.length === 0) return undefined
  const outer = new TriangleTree(unpacked(mesh.positions, mesh.indices, kept))
  let [least, most, thinnest, thickest] = [Infinity, 0, NOWHERE, NOWHERE]
  const stride = Math.max(1, Math.floor(own.length / LOOKS))
  for (let i = 0; i < own.length; i += stride) {
    const flat = unpacked(mesh.positions, mesh.indices, [own[i]!])
    const corner: Vec3 = [flat[0]!, flat[1]!, flat[2]!]
    const middle = [0, 1, 2].map((k) => (flat[k]! + flat[3 + k]! + flat[6 + k]!) / 3) as unknown as Vec3
    for (const p of [corner, middle]) {
      const off = smallestGap(new TriangleTree(Float32Array.from([...p, ...p, ...p])), outer)!.distance
      if (off < least) [least, thinnest] = [off, p]
      if (off > most) [most, thickest] = [off, p]
    }
  }
  return { least, most, thinnest, thickest }
}

/** The least wall exactly, and where it is. */
export function leastWall(
  { positions, indices, triangleSurface }: TaggedMesh,
  isInside: (surface: number) => boolean,
  isKept: (surface: number) => boolean,
): Gap | undefined {
  // prettier-ignore
  const tree = (meant: (surface: number) => boolean) => new TriangleTree(unpacked(positions, indices, [...triangleSurface].flatMap((s, t) => (meant(s) ? [t] : [])))) // prettier-ignore
  return smallestGap(tree(isInside), tree(isKept))
}
