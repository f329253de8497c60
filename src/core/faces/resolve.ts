import type { KeptEdge, KeptFace } from '../document/pick-schema'
import { apply, IDENTITY, invert } from '../geometry/placement'
import { cross, distance, dot, length, normalize, placeAt, plainVec, scale, sub, type Vec3 } from '../geometry/vec'
import { sameName, type SurfaceName, type SurfaceTag, type TaggedMesh } from '../kernel/surface'
import { fail, ok, type Result } from '../result'
import { edgeNear } from './edge-near'
import { distanceToSpan, distanceToTriangle, normalAt, ontoSurface } from './onto'
import { type Border, type Topology, topologyOf, trianglesOf } from './topology'
import { wholesOf } from './wholes'

/** A part with its regions and borders, ready to be pointed at. */
export interface Pointable {
  mesh: TaggedMesh
  topology: Topology
}

const known = new WeakMap<TaggedMesh, Pointable>()

/** A mesh with its regions and borders; worked out once for each mesh, for as long as that is kept. */
export function pointable(mesh: TaggedMesh): Pointable {
  const before = known.get(mesh)
  if (before) return before
  const made = { mesh, topology: topologyOf(mesh) }
  known.set(mesh, made)
  return made
}

/** What the surface of each region is. */
export const shapesOf = ({ mesh, topology }: Pointable) => topology.surfaceOf.map((s) => mesh.surfaces[s]!.shape)

/** A point this near to a region lies on it, mm. */
const ON = 0.05
/** Of several regions the nearest is meant only if the next is this many times as far. */
const CLEARLY = 2
/** Borders that go on in a direction that turns less than this run smoothly into each other (cosine of 14 degrees). */
const SMOOTH = Math.cos((14 * Math.PI) / 180)

/** Faces that cross at less than this (sine) do not say which way the edge between them leads. */
const CROSSING = 0.05

/** True if `name` is one of those that `kept` means: without a piece or a copy it means all of them. */
export const isMeant = (kept: SurfaceName, name: SurfaceName): boolean =>
  kept.step === name.step &&
  kept.role === name.role &&
  (kept.segment === undefined || kept.segment === name.segment) &&
  (kept.copy === undefined || kept.copy.join('\n') === (name.copy ?? []).join('\n'))

const ownFrame = (tag: SurfaceTag) => tag.frame ?? IDENTITY
/** What a surface is called, without what it is. */
export const nameOf = ({ step, role, segment, copy }: SurfaceTag) => ({
  step,
  role,
  ...(segment === undefined ? {} : { segment }),
  ...(copy ? { copy: [...copy] } : {}),
})

/** As much of a part as is needed to keep what is picked on it. */
export interface Seen {
  surfaces: readonly SurfaceTag[]
  /** For each region its surface. */
  surfaceOf: readonly number[]
  borders: readonly { regions: readonly [number, number] }[]
}

export const seen = ({ mesh, topology }: Pointable): Seen => ({
  surfaces: mesh.surfaces,
  surfaceOf: topology.surfaceOf,
  borders: topology.borders,
})

/** A picked region as the document keeps it. @param point on it, mm in the project's frame */
export function keepFace({ surfaces, surfaceOf }: Seen, region: number, point: Vec3): KeptFace {
  const tag = surfaces[surfaceOf[region]!]!
  const alike = surfaceOf.filter((s) => sameName(tag, surfaces[s]!))
  return { name: nameOf(tag), near: plainVec(apply(invert(ownFrame(tag)), point)), of: alike.length }
}

/**
 * The region of a part that a kept face means.
 * Errors: gone (no surface of that name, or not where it was), unclear (several could be meant)
 */
export function findFace(part: Pointable, kept: KeptFace): Result<number> {
  const { mesh, topology } = part
  const named = topology.surfaceOf.flatMap((s, region) => (isMeant(kept.name, mesh.surfaces[s]!) ? [region] : []))
  if (named.length === 0) return GONE
  if (named.length === 1 && kept.of === 1) return ok(named[0]!)
  return clearest(
    named.map((region) => faceCandidate(part, region, kept.near)),
    kept.of,
  )
}

const GONE = fail('gone', 'The face that was picked here is not there any more. Pick another one.')
const EDGE_GONE = fail('gone', 'The edge that was picked here is not there any more. Pick another one.')
const UNCLEAR = fail('unclear', 'What was picked here has come apart, and it is not clear which piece is meant. Pick it again.') // prettier-ignore

/** What may be meant: how far the kept point had to go to lie on its surface, and how far it is from the piece itself then, mm. */
interface Candidate {
  it: number
  moved: number
  off: number
}

/**
 * The one of several that the point lies on; of several such that, whose surface it is nearest to by far: a point lies on every
 * bore of a row once it has gone to its surface. Where some came or went, what had to go there is not taken for what was
 * picked, unless all are pieces of one surface, which has come apart.
 */
function clearest(found: readonly Candidate[], before: number): Result<number> {
  const lying = found.filter((f) => f.off <= ON)
  if (found.length === before)
    return lying.length === 1 ? ok(lying[0]!.it) : nearestByFar(lying.length > 0 ? lying : found)
  const moved = found.map((f) => f.moved)
  const cameApart = found.length > before && Math.max(...moved) - Math.min(...moved) < 1e-6
  const stayed = cameApart ? lying : lying.filter((f) => f.moved <= ON)
  return stayed.length === 1 ? ok(stayed[0]!.it) : found.length > 1 ? UNCLEAR : GONE
}

/** Errors: unclear (the next is not far enough behind) */
function nearestByFar(found: readonly Candidate[]): Result<number> {
  const [first, second] = [...found].sort((a, b) => a.moved + a.off - b.moved - b.off)
  if (!second) return GONE
  return (first!.moved + first!.off) * CLEARLY < second.moved + second.off ? ok(first!.it) : UNCLEAR
}

/** Measured after the surface may have moved or changed its size. */
function faceCandidate({ mesh, topology }: Pointable, region: number, near: Vec3): Candidate {
  const [before, p] = facePoints({ mesh, topology }, region, near)
  let off = Infinity
  for (const t of trianglesOf(topology, region)) {
    const [a, b, c] = [0, 1, 2].map((k) => vertex(mesh, mesh.indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    off = Math.min(off, distanceToTriangle(p, a, b, c))
  }
  return { it: region, moved: distance(before, p), off }
}

/** The straight pieces of a border. */
export const spansOf = (mesh: TaggedMesh, { vertices, closed }: Border): [Vec3, Vec3][] =>
  vertices.slice(closed ? 0 : 1).map((v, k) => [vertex(mesh, vertices.at(closed ? k - 1 : k)!), vertex(mesh, v)])

const vertex = ({ positions }: TaggedMesh, i: number): Vec3 => placeAt(positions, i)

/** A picked border as the document keeps it. @param point on it, mm in the project's frame */
export function keepEdge(part: Seen, border: number, point: Vec3, run: KeptEdge['run'] = 'piece'): KeptEdge {
  const { surfaces, surfaceOf, borders } = part
  const [a, b] = borders[border]!.regions.map((r) => surfaces[surfaceOf[r]!]!) as [SurfaceTag, SurfaceTag]
  const between: KeptEdge['between'] = [nameOf(a), nameOf(b)]
  const alike = borders.filter((other) => isBetween(part, other, between))
  return { between, near: plainVec(apply(invert(ownFrame(a)), point)), of: alike.length, run }
}

function isBetween(
  { surfaces, surfaceOf }: Pick<Seen, 'surfaces' | 'surfaceOf'>,
  { regions }: { regions: readonly [number, number] },
  [a, b]: KeptEdge['between'],
): boolean {
  const [s, t] = regions.map((r) => surfaces[surfaceOf[r]!]!) as [SurfaceTag, SurfaceTag]
  return (isMeant(a, s) && isMeant(b, t)) || (isMeant(a, t) && isMeant(b, s))
}

/**
 * The borders of a part that a kept edge means.
 * Errors: gone, unclear
 */
export function findEdge(part: Pointable, kept: KeptEdge): Result<number[]> {
  const { borders } = part.topology
  const named = borders.flatMap((border, i) => (isBetween(seen(part), border, kept.between) ? [i] : []))
  if (named.length === 0) return EDGE_GONE
  if (kept.run === 'all') return ok(named)
  const found =
    named.length === 1 && kept.of === 1
      ? ok(named[0]!)
      : clearest(
          named.map((i) => edgeCandidate(part, i, kept)),
          kept.of,
        )
  if (!found.ok) return found.problem.kind === 'gone' ? EDGE_GONE : found
  return ok(kept.run === 'smooth' ? alongSmooth(part, found.value) : [found.value])
}

/** Where the point is now at which an edge was picked, on the first of its surfaces. */
export const edgePointNow = (part: Pointable, border: Border, kept: KeptEdge): Vec3 => edgePoints(part, border, kept)[1]

/** Where the point was kept, as its surface lies now, and where it is on that surface. */
function edgePoints({ mesh, topology }: Pointable, { regions }: Border, kept: KeptEdge): [Vec3, Vec3] {
  const tags = regions.map((r) => mesh.surfaces[topology.surfaceOf[r]!]!)
  const first = tags.find((t) => isMeant(kept.between[0], t)) ?? tags[0]!
  const before = apply(ownFrame(first), kept.near)
  return [before, ontoSurface(first.shape, before)]
}

function edgeCandidate(part: Pointable, i: number, kept: KeptEdge): Candidate {
  const border = part.topology.borders[i]!
  const [before, p] = edgePoints(part, border, kept)
  const off = spansOf(part.mesh, border).reduce((least, [a, b]) => Math.min(least, distanceToSpan(p, a, b)), Infinity)
  return { it: i, moved: distance(before, p), off }
}

/** A border with those that go on from its ends without a corner, and on from theirs, over seams of faces that are one. */
export function alongSmooth({ mesh, topology }: Pointable, border: number): number[] {
  const { borders } = topology
  const wholes = wholesOf({ mesh, topology })
  const besides = (b: Border) => b.regions.map((r) => wholes[r]!)
  const isSeam = (b: Border) => new Set(besides(b)).size === 1
  const ends = new Map<number, number[]>()
  for (const [i, b] of borders.entries())
    if (!b.closed && !isSeam(b))
      for (const v of [b.vertices[0]!, b.vertices.at(-1)!]) ends.set(v, [...(ends.get(v) ?? []), i])
  /** The direction in which a border leaves one of its ends: as its faces have it, where they are exact; chords may be coarse. */
  const leaving = (i: number, v: number): Vec3 => {
    const { vertices: list, regions } = borders[i]!
    const at = vertex(mesh, v)
    const chord = normalize(sub(vertex(mesh, list[0] === v ? list[1]! : list.at(-2)!), at))
    const [a, b] = regions.map((r) => normalAt(mesh.surfaces[topology.surfaceOf[r]!]!.shape, at))
    const way = a && b ? cross(a, b) : ([0, 0, 0] as const)
    if (length(way) < CROSSING) return chord
    return scale(normalize(way), dot(way, chord) < 0 ? -1 : 1)
  }
  const out = [border]
  for (const i of out) {
    const own = borders[i]!
    if (own.closed) continue
    for (const v of [own.vertices[0]!, own.vertices.at(-1)!]) {
      const way = leaving(i, v)
      const on = (ends.get(v) ?? []).filter((j) => j !== i && dot(leaving(j, v), way) < -SMOOTH)
      const shares = on.filter((j) => besides(borders[j]!).some((r) => besides(own).includes(r)))
      if (shares.length === 1 && !out.includes(shares[0]!)) out.push(shares[0]!)
    }
  }
  return out
}

/** The straight run of some borders that is nearest to where the edge was picked. */
export function straightRun({ mesh, topology }: Pointable, borders: readonly number[], near: Vec3) {
  return edgeNear(
    borders.flatMap((i) => spansOf(mesh, topology.borders[i]!).flat(2)),
    near,
  )
}

/** Where a kept point is now, on the surface it was picked on. */
export const pointNow = (part: Pointable, region: number, near: Vec3): Vec3 => facePoints(part, region, near)[1]

/** Where a point was kept, as its surface lies now, and where it is on that surface. */
function facePoints({ mesh, topology }: Pointable, region: number, near: Vec3): [Vec3, Vec3] {
  const tag = mesh.surfaces[topology.surfaceOf[region]!]!
  const before = apply(ownFrame(tag), near)
  return [before, ontoSurface(tag.shape, before)]
}
