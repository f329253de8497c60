import { type Gap, smallestGap, TriangleTree } from '../fit/gap'
import type { Vec3 } from '../geometry/vec'
import { isMeant } from '../faces/resolve'
import type { SurfaceName, TaggedMesh } from '../kernel/surface'
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

/** The triangles of both sides of a wall. */
export interface WallFaces {
  mesh: TaggedMesh
  inside: number[]
  kept: number[]
}

/** Those that `step` made inside, and those of the faces that it stands behind, by their names. */
export function wallFaces(mesh: TaggedMesh, step: string, names: readonly SurfaceName[]): WallFaces {
  const side = mesh.surfaces.map((s) => (s.step === step && s.role === 'inside' ? 'inside' : names.some((n) => isMeant(n, s)) ? 'kept' : undefined)) // prettier-ignore
  const faces: WallFaces = { mesh, inside: [], kept: [] }
  for (const [t, s] of mesh.triangleSurface.entries()) if (side[s]) faces[side[s]].push(t)
  return faces
}

/** The wall at places of its inside, as far as there are both sides of it. */
export function measureWall({ mesh, inside: own, kept }: WallFaces): WallSeen | undefined {
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
export function leastWall({ mesh: { positions, indices }, inside, kept }: WallFaces): Gap | undefined {
  const [a, b] = [inside, kept].map((only) => new TriangleTree(unpacked(positions, indices, only))) as [TriangleTree, TriangleTree] // prettier-ignore
  return smallestGap(a, b)
}
