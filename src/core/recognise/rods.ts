import { distance, dot, normalize, sub, type Vec3 } from '../geometry/vec'
import { nextSide } from '../mesh/half-edges'
import { type Division, patchOf } from './division'
import { vertex } from './faces'
import { cylinderAlong } from './fit-surface'
import { fitTorus } from './fit-torus'
import type { RecognisedFace } from './recognised-face'

/** Facets of the cylinder about an edge may lean this far from its direction (sine). */
const LEAN = 0.015
/** Facets that turn less than this are of one flat strip (cosine). */
const FLAT = 0.99999
/** Larger smooth pieces, in triangles, are free-form and not searched. */
const MOST = 60_000
/** So many edges in a row that are no cylinder's, and no more are tried. */
const PATIENCE = 150

/** Shorter pieces, as a share of the radius, may as well be of a ball, unless they go far round. */
const SHORT = 0.75

/** A face found within a smooth piece of a mesh, with its triangles. */
interface Found<F extends RecognisedFace> {
  face: F
  triangles: number[]
}
type Cylinder = Extract<RecognisedFace, { kind: 'cylinder' }>

/**
 * Cylinders that run smoothly into other faces, as rounded edges do: the edges between their strips lie along their
 * axis, so each edge, the longest first, is tried as one.
 */
export function findRods(division: Division, triangles: readonly number[]): Found<RecognisedFace>[] {
  if (triangles.length > MOST) return []
  const { opposite, facets } = division
  const free = new Uint8Array(facets.length)
  for (const t of triangles) free[t] = 1
  const edges: { side: number; long: number }[] = []
  for (const t of triangles)
    for (let side = 3 * t; side < 3 * t + 3; side++) {
      const other = opposite[side]!
      if (other < side || !free[Math.floor(other / 3)]) continue
      if (dot(facets[t]!.normal, facets[Math.floor(other / 3)]!.normal) > FLAT) continue
      const [a, b] = ends(division, side)
      edges.push({ side, long: distance(a, b) })
    }
  edges.sort((a, b) => b.long - a.long)
  const rods: Found<Cylinder>[] = []
  let failed = 0
  for (const { side } of edges) {
    const [t, u] = [Math.floor(side / 3), Math.floor(opposite[side]! / 3)]
    if (!free[t] || !free[u]) continue
    const [a, b] = ends(division, side)
    const axis = normalize(sub(b, a))
    const found = grow(division, t, axis, free)
    const straight = found.length >= 6 && bendsAlong(division, found, axis)
    const face = straight ? cylinderAlong(axis, patchOf(division, found)) : undefined
    const short = face && distance(a, b) < SHORT * face.radius
    if (!face || (short && !wraps(division, found))) {
      failed += 1
      if (failed > PATIENCE) break
      continue
    }
    failed = 0
    for (const taken of found) free[taken] = 0
    rods.push({ face, triangles: found })
  }
  return rings(division, rods)
}

const ends = ({ mesh: { positions, indices } }: Division, side: number): [Vec3, Vec3] => [
  vertex(positions, indices[side]!),
  vertex(positions, indices[nextSide(side)]!),
]

/** Share of the bending that may be at edges that do not lie along the axis. */
const STRAY = 0.3

/** True if what bends between the facets bends at edges along the axis, as in a cylinder and not in a ball. */
function bendsAlong(division: Division, found: readonly number[], axis: Vec3): boolean {
  const { opposite, facets } = division
  const own = new Set(found)
  let [along, stray] = [0, 0]
  for (const t of found)
    for (let side = 3 * t; side < 3 * t + 3; side++) {
      const other = opposite[side]!
      if (other < side || !own.has(Math.floor(other / 3))) continue
      const turn = Math.acos(Math.min(1, dot(facets[t]!.normal, facets[Math.floor(other / 3)]!.normal)))
      const [a, b] = ends(division, side)
      const cosine = Math.abs(dot(normalize(sub(b, a)), axis))
      const bend = turn * distance(a, b)
      if (cosine > 0.999) along += bend
      else stray += bend
    }
  return stray <= STRAY * along
}

/** So many pieces of one radius in a row, each turned a little, are a ring. */
const RING = 3

/** Puts cylinders of one radius that follow each other end to end together to a torus, where that fits them all. */
function rings(division: Division, rods: readonly Found<Cylinder>[]): Found<RecognisedFace>[] {
  const owner = new Map<number, number>()
  for (const [i, rod] of rods.entries()) for (const t of rod.triangles) owner.set(t, i)
  const radius = (i: number) => rods[i]!.face.radius
  const out: Found<RecognisedFace>[] = []
  const seen = new Set<number>()
  for (const start of rods.keys()) {
    if (seen.has(start)) continue
    seen.add(start)
    const group = [start]
    for (let g = 0; g < group.length; g++)
      for (const t of rods[group[g]!]!.triangles)
        for (let side = 3 * t; side < 3 * t + 3; side++) {
          const next = owner.get(Math.floor(division.opposite[side]! / 3))
          if (next === undefined || seen.has(next) || Math.abs(radius(next) / radius(start) - 1) > 0.02) continue
          seen.add(next)
          group.push(next)
        }
    const triangles = group.flatMap((i) => rods[i]!.triangles)
    const torus = group.length >= RING ? fitTorus(patchOf(division, triangles)) : undefined
    if (torus) out.push({ face: torus, triangles })
    else out.push(...group.map((i) => rods[i]!))
  }
  return out
}

/** True if some of the facets face away from the first one. */
const wraps = ({ facets }: Division, found: readonly number[]): boolean =>
  found.some((t) => dot(facets[t]!.normal, facets[found[0]!]!.normal) < -0.3)

/** The facets about one that face square to an axis. */
function grow({ opposite, facets }: Division, seed: number, axis: Vec3, free: Uint8Array): number[] {
  const seen = new Set([seed])
  const found = [seed]
  for (let i = 0; i < found.length; i++)
    for (let side = 3 * found[i]!; side < 3 * found[i]! + 3; side++) {
      const t = Math.floor(opposite[side]! / 3)
      if (opposite[side]! < 0 || seen.has(t) || !free[t]) continue
      seen.add(t)
      if (Math.abs(dot(facets[t]!.normal, axis)) < LEAN) found.push(t)
    }
  return found
}
