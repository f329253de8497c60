import { boxOfPositions, boxSize, dot, sub } from '../geometry/vec'
import { cornerAcross, nextSide, oppositeSides } from '../mesh/half-edges'
import type { IndexedMesh } from '../mesh/weld'
import { mergeRings } from './coarse-rounds'
import { adoptThin } from './adopt-thin'
import { type Facet, readFacets, vertex } from './faces'
import type { RecognisedFace } from './recognised-face'
import { type Division, patchOf, settle } from './division'
import { fitSurface } from './fit-surface'
import { settleFlats, takeFlats, THINNISH } from './flats'
import { findRods } from './rods'
import { mergeFlats } from './merge-flats'

/** A mesh whose triangles are sorted by the face they belong to. */
export interface FacedMesh {
  positions: Float32Array
  indices: Uint32Array
  faceStarts: Uint32Array
  faces: RecognisedFace[]
}

/** Vertices may lie this far off their surface, mm and as a share of the mesh's size: what a printed file's noise is. */
const SLACK = 0.006
const SLACK_SHARE = 1e-5
/** Neighbouring facets that turn less than this may be one curved face (cosine of 38 degrees). */
const SMOOTH = Math.cos((38 * Math.PI) / 180)
/** Thinner facets do not tell which way they face, mm. */
const THIN = 0.008

/** Finds the faces of a closed or open mesh by growing over smooth edges. */
export function facesOfMesh(mesh: IndexedMesh): FacedMesh {
  const { positions, indices } = mesh
  const count = indices.length / 3
  const division: Division = {
    mesh,
    opposite: oppositeSides(indices),
    facets: allFacets(mesh),
    slack: SLACK + SLACK_SHARE * Math.max(...boxSize(boxOfPositions(positions))),
    heights: new Float32Array(count),
    group: new Int32Array(count).fill(-1),
    faces: [],
  }
  for (let t = 0; t < count; t++) division.heights[t] = heightOf(mesh, division.facets[t]!, t)
  for (const component of components(division, (t) => division.heights[t]! >= THIN))
    recogniseComponent(division, component)
  adoptThin(division)
  mergeFlats(division)
  mergeRings(division)
  return sorted(division)
}

function allFacets(mesh: IndexedMesh): Facet[] {
  const none: Facet = { normal: [0, 0, 0], area: 0, middle: [0, 0, 0] }
  return Array.from(
    { length: mesh.indices.length / 3 },
    (_, t) => readFacets(mesh.positions, mesh.indices, t, t + 1)[0] ?? none,
  )
}

/** The least height of a triangle, mm. */
function heightOf({ positions, indices }: IndexedMesh, facet: Facet, t: number): number {
  let longest = 0
  for (let side = 3 * t; side < 3 * t + 3; side++) {
    const [a, b] = [3 * indices[side]!, 3 * indices[nextSide(side)]!]
    const [x, y, z] = [
      positions[a]! - positions[b]!,
      positions[a + 1]! - positions[b + 1]!,
      positions[a + 2]! - positions[b + 2]!,
    ]
    longest = Math.max(longest, x * x + y * y + z * z)
  }
  return longest === 0 ? 0 : (2 * facet.area) / Math.sqrt(longest)
}

/** True where two neighbours may be of one face; `side` is that of a towards b. */
function joins({ facets, heights, mesh, slack, opposite }: Division, side: number): boolean {
  const [a, b] = [Math.floor(side / 3), Math.floor(opposite[side]! / 3)]
  const [thin, wide] = heights[a]! < heights[b]! ? [a, b] : [b, a]
  if (heights[thin]! >= THINNISH || heights[wide]! < THINNISH) return dot(facets[a]!.normal, facets[b]!.normal) > SMOOTH
  // A thin one beside a wide one belongs to it if its far corner lies in the other's plane.
  const far = cornerAcross(mesh.indices, thin === a ? side : opposite[side]!)
  return Math.abs(dot(sub(vertex(mesh.positions, far), facets[wide]!.middle), facets[wide]!.normal)) < slack
}

/** Sets of triangles joined over smooth edges. */
function components(division: Division, takes: (t: number) => boolean): number[][] {
  const { opposite, facets } = division
  const seen = new Uint8Array(facets.length)
  const out: number[][] = []
  for (let start = 0; start < facets.length; start++) {
    if (seen[start] || !takes(start)) continue
    seen[start] = 1
    const found = [start]
    for (let i = 0; i < found.length; i++)
      for (let k = 0; k < 3; k++) {
        const side = opposite[3 * found[i]! + k]!
        const t = Math.floor(side / 3)
        if (side < 0 || seen[t] || !takes(t) || !joins(division, 3 * found[i]! + k)) continue
        seen[t] = 1
        found.push(t)
      }
    out.push(found)
  }
  return out
}

function recogniseComponent(division: Division, triangles: readonly number[]): void {
  const patch = patchOf(division, triangles)
  const whole = fitSurface(patch)
  if (whole) return settle(division, triangles, whole)
  const left = new Set(takeFlats(division, triangles))
  const rest = left.size === triangles.length
  for (const part of components(division, (t) => left.has(t))) {
    const face = rest ? undefined : fitSurface(patchOf(division, part))
    if (face) settle(division, part, face)
    else recogniseBlend(division, part)
  }
}

/** A smooth piece of several faces: cylinders first, then what is left between them. */
function recogniseBlend(division: Division, triangles: readonly number[]): void {
  const left = new Set(triangles)
  for (const rod of findRods(division, triangles)) {
    settle(division, rod.triangles, rod.face)
    for (const t of rod.triangles) left.delete(t)
  }
  for (const part of components(division, (t) => left.has(t))) {
    const area = part.reduce((sum, t) => sum + division.facets[t]!.area, 0)
    const whole = part.length === triangles.length
    const face = whole ? undefined : fitSurface(patchOf(division, part))
    if (face) settle(division, part, face)
    else if (!settleFlats(division, part)) settle(division, part, { kind: 'free', area })
  }
}

function sorted({ mesh, group, faces }: Division): FacedMesh {
  const used = faces.flatMap((f, g) => (f ? [g] : []))
  const rank = new Map(used.map((g, i) => [g, i]))
  const counts = new Uint32Array(used.length + 1)
  for (const g of group) counts[rank.get(g)! + 1]! += 1
  for (let i = 1; i < counts.length; i++) counts[i]! += counts[i - 1]!
  const next = counts.slice()
  const indices = new Uint32Array(mesh.indices.length)
  for (const [t, g] of group.entries()) {
    const place = next[rank.get(g)!]!++
    indices.set(mesh.indices.subarray(3 * t, 3 * t + 3), 3 * place)
  }
  return {
    positions: Float32Array.from(mesh.positions),
    indices,
    faceStarts: counts,
    faces: used.map((g) => faces[g]!),
  }
}
