import type { Build } from '../built/built'
import type { RowSpec, Selector } from '../built/rows'
import type { MeasureEnd } from '../document/measure-schema'
import { isMeant, keepFace, pointable, seen } from '../faces/resolve'
import { placePositions } from '../geometry/placement'
import { type Box3, boxesMeet, boxOfPositions, cross, dot, normalize, sub, type Vec3 } from '../geometry/vec'
import { placeShape } from '../kernel/placed-shape'
import type { SurfaceTag } from '../kernel/surface'
import { type Triangles, unpacked } from '../mesh/unpack'
import { faceRef } from '../references/face-ref'
import { shapeFacts } from '../references/shape-facts'
import { TriangleTree } from './gap'
import { pointInFile } from './picked-ends'
import { closest, triangleDistance } from './triangle-distance'

/** Two faces that meet and that no row watches. Lengths mm. */
export interface FoundPair {
  ends: [MeasureEnd, MeasureEnd]
  /** What the two things are called. */
  names: [string, string]
  gap: number
  /** How far they run beside each other. */
  along: number
  at: [Vec3, Vec3]
}

/** Faces nearer than this meet, mm. */
const NEAR = 1
/** If they do so over at least this length, mm. */
const OVER = 3
/** They look at each other: the cosine between them. */
const OPPOSITE = -0.7
/** Gaps that differ by less than this are the same, mm. */
const LESS = 0.01
/** A pair of things with more than this many triangles beside each other is left alone. */
const MOST = 400_000

interface Body {
  id: string
  name: string
  triangles: Triangles
  faceOf: ArrayLike<number>
  normals: () => readonly Vec3[]
  tree: () => TriangleTree
  /** min x y z, max x y z of each triangle */
  boxes: () => Float64Array
  /** What a selector of a row must have to mean a face of it. */
  meant: (selector: Selector, face: number) => boolean
  /** Undefined where the face could not be found again. */
  kept: (face: number, point: Vec3) => MeasureEnd | undefined
}

/**
 * Pairs of parts, and of parts and fitted items, that have faces beside each other which no row is about: for each pair
 * of things the two faces that are nearest, if they are nearer than rows of the two ask for; the narrowest first.
 */
export function foundPairs({ parts, references, rows }: Pick<Build, 'parts' | 'references' | 'rows'>): FoundPair[] {
  const bodies = [
    ...parts.map((p) => ({ box: boxOfPositions(p.mesh.positions), body: once(() => bodyOfPart(p)) })),
    ...references.flatMap((r) => r.items.filter((i) => i.state === 'fitted').map((i) => ({ box: i.own, body: once(() => bodyOfItem(i, r)) }))), // prettier-ignore
  ]
  const found: FoundPair[] = []
  for (const [k, a] of bodies.slice(0, parts.length).entries())
    for (const b of bodies.slice(k + 1)) {
      if (!boxesMeet(grown(a.box), b.box)) continue
      const pair = nearestFaces(a.body(), b.body(), rows)
      if (pair) found.push(pair)
    }
  return found.sort((p, q) => p.gap - q.gap)
}

function once<T>(make: () => T): () => T {
  let made: { it: T } | undefined
  return () => (made ??= { it: make() }).it
}

function bodyOfPart(part: Build['parts'][number]): Body {
  const on = pointable(part.mesh)
  const { mesh, topology } = on
  const triangles = unpacked(mesh.positions, mesh.indices)
  return {
    id: part.id,
    name: part.name,
    triangles,
    faceOf: topology.regionOf,
    normals: once(() => normalsOf(triangles)),
    tree: once(() => new TriangleTree(triangles)),
    boxes: once(() => boxesOf(triangles)),
    meant: (selector, face) => {
      if (selector.of === 'whole') return selector.each === true && selector.part === part.id
      if (selector.of !== 'parts' && selector.of !== 'picked') return false
      const surface: SurfaceTag = mesh.surfaces[topology.surfaceOf[face]!]!
      if (selector.of === 'parts')
        return selector.parts.includes(part.id) && [selector.surfaces, ...(selector.also ?? [])].some((name) => isMeant(name, surface)) // prettier-ignore
      const { end } = selector
      return end.owner === part.id && (!end.on || end.as === 'item' || isMeant(end.on.name, surface))
    },
    kept: (face, point) => ({ owner: part.id, as: 'face', point: [...point], on: keepFace(seen(on), face, point) }),
  }
}

function bodyOfItem(item: Build['references'][number]['items'][number], reference: Build['references'][number]): Body {
  const { solid, stands } = item
  const { faceOfTriangle, faces } = shapeFacts(solid)
  const triangles = unpacked(placePositions(stands, solid.positions), solid.indices)
  return {
    id: item.id,
    name: item.name,
    triangles,
    faceOf: faceOfTriangle,
    normals: once(() => normalsOf(triangles)),
    tree: once(() => new TriangleTree(triangles)),
    boxes: once(() => boxesOf(triangles)),
    meant: (selector) =>
      selector.of === 'items'
        ? selector.reference === reference.id && selector.items.includes(item.id)
        : selector.of === 'picked' && selector.end.reference === reference.id && selector.end.owner === item.id,
    kept: (face, point) => {
      const ref = faceRef(item.id, placeShape(faces[face]!, stands), reference.placement, reference.sized)
      if (!ref) return undefined
      return { reference: reference.id, owner: item.id, as: 'face', point: pointInFile(point, reference), face: ref }
    },
  }
}

const grown = ({ min, max }: Box3): Box3 => ({
  min: [min[0] - NEAR, min[1] - NEAR, min[2] - NEAR],
  max: [max[0] + NEAR, max[1] + NEAR, max[2] + NEAR],
})

/** How two faces lie beside each other. */
interface Beside {
  faces: [number, number]
  squared: number
  at: [Vec3, Vec3]
  low: number[]
  high: number[]
}

function nearestFaces(a: Body, b: Body, rows: readonly RowSpec[]): FoundPair | undefined {
  const about = rows.filter(({ a: s, b: t }) => (isAbout(s, a) && isAbout(t, b)) || (isAbout(t, a) && isAbout(s, b)))
  const watched = ([f, g]: [number, number]) =>
    about.some(({ a: s, b: t }) => [s, t].some((x) => a.meant(x, f) || b.meant(x, g)))
  // Where the two have rows already, only what is tighter than these ask for is news.
  const least = Math.min(...about.map((r) => r.wanted)) - LESS
  const good = besides(a, b)
    .filter((p) => extent(p) >= OVER && Math.sqrt(p.squared) < least && !watched(p.faces))
    .sort((p, q) => p.squared - q.squared || extent(q) - extent(p))
  for (const pair of good) {
    const ends = [a.kept(pair.faces[0], pair.at[0]), b.kept(pair.faces[1], pair.at[1])] as const
    if (!ends[0] || !ends[1]) continue
    const [one, other] = ends
    return { ends: [one, other], names: [a.name, b.name], gap: Math.sqrt(pair.squared), along: extent(pair), at: pair.at } // prettier-ignore
  }
  return undefined
}

/** Whether a selector means anything of a body. */
function isAbout(selector: Selector, body: Body): boolean {
  if (selector.of === 'parts') return selector.parts.includes(body.id)
  if (selector.of === 'items') return selector.items.includes(body.id)
  if (selector.of === 'whole') return selector.each === true && selector.part === body.id
  return selector.of === 'picked' && selector.end.owner === body.id
}

const extent = ({ low, high }: Beside): number => Math.hypot(...low.map((v, k) => Math.max(0, high[k]! - v)))

/** All pairs of faces that look at each other from nearer than 1 mm. */
function besides(a: Body, b: Body): Beside[] {
  const tree = b.tree()
  const [ownNormals, otherNormals] = [a.normals(), b.normals()]
  const [ownBoxes, otherBoxes] = [a.boxes(), b.boxes()]
  const found = new Map<string, Beside>()
  let tried = 0
  for (let i = 0; i < a.triangles.length / 9 && tried < MOST; i++) {
    const near = Array.from({ length: 6 }, (_, k) => ownBoxes[6 * i + k]! + (k < 3 ? -NEAR : NEAR))
    tree.within(near, (j) => {
      tried += 1
      if (dot(ownNormals[i]!, otherNormals[j]!) > OPPOSITE) return
      const squared = triangleDistance(a.triangles, i, b.triangles, j, NEAR * NEAR)
      if (squared >= NEAR * NEAR) return
      const at: [Vec3, Vec3] = [[closest[0]!, closest[1]!, closest[2]!], [closest[3]!, closest[4]!, closest[5]!]] // prettier-ignore
      const faces: [number, number] = [a.faceOf[i]!, b.faceOf[j]!]
      const key = faces.join(' ')
      const pair = found.get(key) ?? { faces, squared, at, low: [Infinity, Infinity, Infinity], high: [-Infinity, -Infinity, -Infinity] } // prettier-ignore
      found.set(key, pair)
      if (squared < pair.squared) Object.assign(pair, { squared, at })
      for (let k = 0; k < 3; k++) {
        const [low, high] = [6 * j + k, 6 * j + 3 + k]
        pair.low[k] = Math.min(pair.low[k]!, Math.max(near[k]! + NEAR, otherBoxes[low]! - NEAR))
        pair.high[k] = Math.max(pair.high[k]!, Math.min(near[k + 3]! - NEAR, otherBoxes[high]! + NEAR))
      }
    })
  }
  return tried < MOST ? [...found.values()] : []
}

function boxesOf(t: Triangles): Float64Array {
  const out = new Float64Array((6 * t.length) / 9)
  for (let i = 0; i < t.length / 9; i++)
    for (let k = 0; k < 3; k++) {
      const [p, q, r] = [t[9 * i + k]!, t[9 * i + 3 + k]!, t[9 * i + 6 + k]!]
      out[6 * i + k] = Math.min(p, q, r)
      out[6 * i + 3 + k] = Math.max(p, q, r)
    }
  return out
}

const normalsOf = (t: Triangles): Vec3[] =>
  Array.from({ length: t.length / 9 }, (_, i) => {
    const corner = (k: number): Vec3 => [t[9 * i + 3 * k]!, t[9 * i + 3 * k + 1]!, t[9 * i + 3 * k + 2]!]
    const n = cross(sub(corner(1), corner(0)), sub(corner(2), corner(0)))
    return dot(n, n) > 0 ? normalize(n) : n
  })
