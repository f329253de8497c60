import { dot, type Vec2 } from '../geometry/vec'
import { chordCount, type TracedPolygon, toPolygons } from '../profile/polygon'
import { directionAt, type Loop, pointAt, type Profile, radiusOf, type Segment } from '../profile/segment'
import type { SurfaceShape, SurfaceTag } from './surface'

/** Triangles with a face number each, ready to become a solid; `tags[face]` says what the face is. */
export interface FacedMesh {
  positions: number[]
  indices: number[]
  faces: number[]
  tags: SurfaceTag[]
}

/** Roles of an extrusion's surfaces. Its sides are told apart by the names of the outline's pieces. */
export interface ExtrusionNames {
  step: string
  top: string
  bottom: string
  side: string
  copy?: readonly string[]
}

type Triangulate = (polygons: Vec2[][]) => readonly (readonly number[])[]

/** The sides of an outline drawn out: one for all pieces of one name that lie on one line or circle. */
interface Sides {
  tags: SurfaceTag[]
  /** For each loop and piece its place in `tags`. */
  face: number[][]
}

function sidesOf(
  loops: readonly Loop[],
  names: ExtrusionNames,
  shape: (s: Segment, l: number, i: number) => SurfaceShape,
): Sides {
  const tags: SurfaceTag[] = []
  const known = new Map<string, number>()
  const face = loops.map((loop, l) =>
    loop.map((s, i) => {
      const own = shape(s, l, i)
      const segment = s.id ?? `${l + 1}.${i + 1}`
      const key = `${segment} ${carrier(own)}`
      let at = known.get(key)
      if (at === undefined) {
        at = tags.push(named(names, names.side, own, segment)) - 1
        known.set(key, at)
      }
      return at
    }),
  )
  return { tags, face }
}

const named = (
  names: Pick<ExtrusionNames, 'step' | 'copy'>,
  role: string,
  shape: SurfaceShape,
  segment?: string,
): SurfaceTag => ({
  step: names.step,
  role,
  ...(segment === undefined ? {} : { segment }),
  ...(names.copy ? { copy: names.copy } : {}),
  shape,
})

/** What two surfaces share that are one: the same plane, or the same axis and size. */
function carrier(shape: SurfaceShape): string {
  const figures =
    shape.kind === 'plane' ? [...shape.normal, dot(shape.normal, shape.point)] : Object.values(shape).flat()
  return figures.map((v) => (typeof v === 'number' ? (Math.round(v * 1e6) + 0) / 1e6 : v)).join(' ')
}

/** A profile drawn out from z0 to z1 (mm). Face 0 is the bottom, 1 the top, then a face for each segment. */
export function extrusionMesh(
  profile: Profile,
  z0: number,
  z1: number,
  names: ExtrusionNames,
  tolerance: number,
  triangulate: Triangulate,
): FacedMesh {
  const { polygons, flat } = cornersOf(profile, tolerance, triangulate)
  const sides = sidesOf(profile.loops, names, wallShape)
  return prism([polygons, polygons], [flat, flat], [z0, z1], names, sides)
}

type Triangles = ReturnType<Triangulate>
interface Corners {
  tolerance: number
  polygons: readonly TracedPolygon[]
  flat: Triangles
}

/** Of outlines that were drawn out last: while a height is dragged they stay what they are. */
const known = new WeakMap<Profile, Corners>()

function cornersOf(profile: Profile, tolerance: number, triangulate: Triangulate): Corners {
  const before = known.get(profile)
  if (before?.tolerance === tolerance) return before
  const polygons = toPolygons(profile, tolerance)
  const corners = { tolerance, polygons, flat: triangulate(polygons.map((p) => p.points)) }
  known.set(profile, corners)
  return corners
}

/**
 * A solid between two outlines with the same run of segments: `lower` at z0, `upper` at z1 (mm).
 * Arcs become cones, lines planes.
 */
export function taperMesh(
  lower: Loop,
  upper: Loop,
  z0: number,
  z1: number,
  names: ExtrusionNames,
  tolerance: number,
  triangulate: Triangulate,
): FacedMesh {
  const counts = lower.map((s, i) => Math.max(chordCount(s, tolerance), chordCount(upper[i]!, tolerance)))
  const traced = (loop: Loop): TracedPolygon => {
    const points: Vec2[] = []
    const segment: number[] = []
    for (const [i, s] of loop.entries())
      for (let k = 0; k < counts[i]!; k++) {
        points.push(pointAt(s, k / counts[i]!))
        segment.push(i)
      }
    return { points, segment }
  }
  const sides = sidesOf([lower], names, (s, _, i) => taperShape(s, upper[i]!, z0, z1))
  const levels = [[traced(lower)], [traced(upper)]] as const
  const [flat, lid] = levels.map((l) => triangulate(l.map((p) => p.points))) as [Triangles, Triangles]
  return prism(levels, [flat, lid], [z0, z1], names, sides)
}

/** Sides between two outlines with the same run of corners, closed by the triangles of each. */
function prism(
  [lower, upper]: readonly [readonly TracedPolygon[], readonly TracedPolygon[]],
  [flat, lid]: readonly [Triangles, Triangles],
  [z0, z1]: readonly [number, number],
  names: ExtrusionNames,
  sides: Sides,
): FacedMesh {
  const positions: number[] = []
  const indices: number[] = []
  const faces: number[] = []
  const count = lower.reduce((sum, p) => sum + p.points.length, 0)
  for (const { points } of lower) for (const [x, y] of points) positions.push(x, y, z0)
  for (const { points } of upper) for (const [x, y] of points) positions.push(x, y, z1)
  for (const [a, b, c] of flat) indices.push(a!, c!, b!)
  for (const [a, b, c] of lid) indices.push(a! + count, b! + count, c! + count)
  faces.push(...flat.map(() => 0), ...lid.map(() => 1))
  let first = 0
  for (const [l, { points, segment }] of lower.entries()) {
    for (let i = 0; i < points.length; i++) {
      const [a, b] = [first + i, first + ((i + 1) % points.length)]
      indices.push(a, b, b + count, a, b + count, a + count)
      const face = 2 + sides.face[l]![segment[i]!]!
      faces.push(face, face)
    }
    first += points.length
  }
  const tags = [
    named(names, names.bottom, { kind: 'plane', normal: [0, 0, -1], point: [0, 0, z0] }),
    named(names, names.top, { kind: 'plane', normal: [0, 0, 1], point: [0, 0, z1] }),
    ...sides.tags,
  ]
  return { positions, indices, faces, tags }
}

function wallShape(s: Segment): SurfaceShape {
  if (s.kind === 'arc')
    return {
      kind: 'cylinder',
      axis: [0, 0, 1],
      point: [s.centre[0], s.centre[1], 0],
      radius: radiusOf(s),
      hole: !s.ccw,
    }
  const [dx, dy] = directionAt(s, 0)
  return { kind: 'plane', normal: [dy, -dx, 0], point: [s.a[0], s.a[1], 0] }
}

function taperShape(lower: Segment, upper: Segment, z0: number, z1: number): SurfaceShape {
  if (lower.kind === 'arc' && upper.kind === 'arc') {
    const [r0, r1] = [radiusOf(lower), radiusOf(upper)]
    const halfAngle = Math.atan2(r1 - r0, z1 - z0)
    return { kind: 'cone', axis: [0, 0, 1], point: [lower.centre[0], lower.centre[1], z0], radius: r0, halfAngle }
  }
  const [dx, dy] = directionAt(lower, 0)
  const side = (upper.a[0] - lower.a[0]) * dy - (upper.a[1] - lower.a[1]) * dx
  const l = Math.hypot(side, z1 - z0)
  const up = (z1 - z0) / l
  return { kind: 'plane', normal: [dy * up, -dx * up, -side / l], point: [lower.a[0], lower.a[1], z0] }
}

/** One edge of a turned outline, with what its surface is. */
export interface TurnedEdge {
  /** Where it ends: radius and height, mm. It begins where the one before ends. */
  to: Vec2
  /** Points it passes on the way, for an edge that is round. */
  via?: readonly Vec2[]
  role: string
  shape: SurfaceShape
}

/**
 * A solid of revolution about the z axis. The outline runs anticlockwise in (radius, height),
 * beginning and ending on the axis (radius 0), given by its edges' ends.
 */
export function turnedMesh(
  start: Vec2,
  edges: readonly TurnedEdge[],
  names: Pick<ExtrusionNames, 'step' | 'copy'>,
  chords: number,
): FacedMesh {
  const positions: number[] = []
  const indices: number[] = []
  const faces: number[] = []
  const ring = ([r, z]: Vec2): number[] => {
    const first = positions.length / 3
    if (r < 1e-9) {
      positions.push(0, 0, z)
      return Array<number>(chords).fill(first)
    }
    for (let i = 0; i < chords; i++) {
      const angle = (2 * Math.PI * i) / chords
      positions.push(r * Math.cos(angle), r * Math.sin(angle), z)
    }
    return Array.from({ length: chords }, (_, i) => first + i)
  }
  const band = (from: number[], to: number[], face: number) => {
    for (let i = 0; i < chords; i++) {
      const j = (i + 1) % chords
      const [a, b, c, d] = [from[i]!, from[j]!, to[j]!, to[i]!]
      for (const [p, q, r] of [[a, b, c] as const, [a, c, d] as const])
        if (p !== q && q !== r && p !== r) {
          indices.push(p, q, r)
          faces.push(face)
        }
    }
  }
  let from = ring(start)
  for (const [face, edge] of edges.entries())
    for (const point of [...(edge.via ?? []), edge.to]) {
      const to = ring(point)
      band(from, to, face)
      from = to
    }
  return { positions, indices, faces, tags: edges.map((e) => named(names, e.role, e.shape)) }
}
