import { BufferAttribute, BufferGeometry } from 'three'
import { normalAt } from '../core/faces/onto'
import { dot, placeAt, scale } from '../core/geometry/vec'
import type { SurfaceShape } from '../core/kernel/surface'
import { nextSide, oppositeSides } from '../core/mesh/half-edges'
import { unpacked } from '../core/mesh/unpack'
import { MeshBVH, type SerializedBVH } from 'three-mesh-bvh'

/** A mesh ready to be drawn and picked: three vertices of its own for each triangle. */
export interface ShownMesh {
  positions: Float32Array
  normals: Float32Array
  /** Two points for each piece of a crisp edge. */
  edges: Float32Array
  /** For each such piece the border that it is of, where borders are known. */
  borderOf: Int32Array
  /** For each triangle its region: what is picked as one. */
  regionOf: Uint32Array
  /** The box of each region: its lower corner, then its upper one. */
  regionBoxes: Float32Array
  tree: SerializedBVH
}

/** What of a mesh changes hands when it is posted, so that nobody has to copy it. */
export function buffersOf(shown: ShownMesh): ArrayBuffer[] {
  const { positions, normals, edges, borderOf, regionOf, regionBoxes, tree } = shown
  const arrays = [positions, normals, edges, borderOf, regionOf, regionBoxes, tree.indirectBuffer]
  return [...arrays.flatMap((a) => (a ? [a.buffer as ArrayBuffer] : [])), ...(tree.roots as ArrayBuffer[])]
}

/** Surfaces that meet flatter than this show no edge (cosine); by their facets alone it is known less well. */
const CRISP = { exact: 0.94, free: 0.88 }
/** Within one surface, facets that turn more than this are drawn as facets (cosine). */
const SMOOTH = 0.5

/**
 * Works out normals (smooth within a region), crisp edges (between regions) and the tree for picking.
 * @param borders for each side of a triangle the border that it lies on, where borders are known
 * @param shapes of each region, where they are known
 */
export function shownMesh(
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
  regionOf: Uint32Array,
  borders?: Int32Array,
  shapes?: readonly SurfaceShape[],
): ShownMesh {
  const count = indices.length / 3
  const flat = unpacked(positions, indices)
  const face = new Float32Array(3 * count)
  for (let t = 0; t < count; t++) faceNormal(flat, t, face)
  const { normals, meanAt } = smoothNormals(indices, regionOf, face)
  const { edges, borderOf } = crispEdges(
    positions,
    indices,
    regionOf,
    exactly(positions, regionOf, meanAt, shapes),
    borders,
    shapes,
  )
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(flat, 3))
  const tree = MeshBVH.serialize(new MeshBVH(geometry, { indirect: true }))
  return {
    positions: flat,
    normals,
    edges,
    borderOf,
    regionOf: Uint32Array.from(regionOf),
    regionBoxes: boxesOf(flat, regionOf),
    tree,
  }
}

function boxesOf(flat: Float32Array, regionOf: Uint32Array): Float32Array {
  const count = regionOf.reduce((most, s) => Math.max(most, s + 1), 0)
  const boxes = new Float32Array(6 * count)
  for (let s = 0; s < count; s++) boxes.fill(Infinity, 6 * s, 6 * s + 3).fill(-Infinity, 6 * s + 3, 6 * s + 6)
  for (let i = 0; i < flat.length; i++) {
    const at = 6 * regionOf[Math.floor(i / 9)]! + (i % 3)
    boxes[at] = Math.min(boxes[at]!, flat[i]!)
    boxes[at + 3] = Math.max(boxes[at + 3]!, flat[i]!)
  }
  return boxes
}

function faceNormal(flat: Float32Array, t: number, out: Float32Array): void {
  const i = 9 * t
  const [ux, uy, uz] = [flat[i + 3]! - flat[i]!, flat[i + 4]! - flat[i + 1]!, flat[i + 5]! - flat[i + 2]!]
  const [vx, vy, vz] = [flat[i + 6]! - flat[i]!, flat[i + 7]! - flat[i + 1]!, flat[i + 8]! - flat[i + 2]!]
  out[3 * t] = uy * vz - uz * vy
  out[3 * t + 1] = uz * vx - ux * vz
  out[3 * t + 2] = ux * vy - uy * vx
}

const unit = (v: Float32Array, i: number): [number, number, number] => {
  const l = Math.hypot(v[i]!, v[i + 1]!, v[i + 2]!) || 1
  return [v[i]! / l, v[i + 1]! / l, v[i + 2]! / l]
}

/** Which way the surface of a triangle faces at one of its corners, whatever that triangle itself does. */
type MeanAt = (t: number, vertex: number) => [number, number, number]

/** The same by the exact shape of a surface, where it has one: facets beside an edge all lean to one side of it. */
const exactly =
  (positions: ArrayLike<number>, region: Uint32Array, meanAt: MeanAt, shapes?: readonly SurfaceShape[]): MeanAt =>
  (t, v) => {
    const mean = meanAt(t, v)
    const shape = shapes?.[region[t]!]
    const exact = shape && normalAt(shape, placeAt(positions, v))
    return exact ? (scale(exact, dot(exact, mean) < 0 ? -1 : 1) as [number, number, number]) : mean
  }

/** Area-weighted means over the facets of one surface that share a vertex. */
function smoothNormals(
  indices: ArrayLike<number>,
  surface: Uint32Array,
  face: Float32Array,
): { normals: Float32Array; meanAt: MeanAt } {
  let vertices = 0
  for (let i = 0; i < indices.length; i++) vertices = Math.max(vertices, indices[i]! + 1)
  // Most vertices lie on one surface only: the first one met has its sums in an array, further ones in a map.
  const owner = new Int32Array(vertices).fill(-1)
  const sums = new Float32Array(3 * vertices)
  const further = new Map<number, Float32Array>()
  const sumOf = (t: number, v: number): [Float32Array, number] => {
    if (owner[v]! < 0) owner[v] = surface[t]!
    if (owner[v] === surface[t]) return [sums, 3 * v]
    const key = surface[t]! * vertices + v
    let own = further.get(key)
    if (!own) further.set(key, (own = new Float32Array(3)))
    return [own, 0]
  }
  for (let t = 0; t < indices.length / 3; t++)
    for (let k = 0; k < 3; k++) {
      const [sum, at] = sumOf(t, indices[3 * t + k]!)
      for (let c = 0; c < 3; c++) sum[at + c]! += face[3 * t + c]!
    }
  const meanAt: MeanAt = (t, v) => unit(...sumOf(t, v))
  const out = new Float32Array(3 * indices.length)
  for (let t = 0; t < indices.length / 3; t++) {
    const own = unit(face, 3 * t)
    for (let k = 0; k < 3; k++) {
      const mean = meanAt(t, indices[3 * t + k]!)
      const alike = own[0] * mean[0] + own[1] * mean[1] + own[2] * mean[2] > SMOOTH
      out.set(alike ? mean : own, 9 * t + 3 * k)
    }
  }
  return { normals: out, meanAt }
}

/**
 * Edges with different regions on both sides that do not run smoothly into each other. Slivers face anywhere, so it is asked of
 * the surfaces at both ends of an edge.
 */
function crispEdges(
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
  region: Uint32Array,
  meanAt: MeanAt,
  borders: Int32Array | undefined,
  shapes: readonly SurfaceShape[] | undefined,
): { edges: Float32Array; borderOf: Int32Array } {
  const opposite = oppositeSides(indices)
  const isFree = (r: number) => shapes?.[r]?.kind === 'free'
  const out: number[] = []
  const of: number[] = []
  for (let side = 0; side < opposite.length; side++) {
    const [t, other] = [Math.floor(side / 3), Math.floor(opposite[side]! / 3)]
    if (opposite[side]! < side || region[t] === region[other]) continue
    const ends = [indices[side]!, indices[nextSide(side)]!]
    const crisp = CRISP[isFree(region[t]!) || isFree(region[other]!) ? 'free' : 'exact']
    if (ends.some((i) => dot(meanAt(t, i), meanAt(other, i)) > crisp)) continue
    for (const i of ends) out.push(positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!)
    of.push(borders?.[side] ?? -1)
  }
  return { edges: Float32Array.from(out), borderOf: Int32Array.from(of) }
}
