import type { Vec2 } from '../geometry/vec'
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

/** How the surfaces of an extrusion are named. `side` gets the loop and the segment. */
export interface ExtrusionNames {
  step: string
  top: string
  bottom: string
  side: (loop: number, segment: number) => string
}

type Triangulate = (polygons: Vec2[][]) => readonly (readonly number[])[]

const tag = (step: string, role: string, shape: SurfaceShape): SurfaceTag => ({ step, role, shape })

/** A profile drawn out from z0 to z1 (mm). Face 0 is the bottom, 1 the top, then a face for each segment. */
export function extrusionMesh(
  profile: Profile,
  z0: number,
  z1: number,
  names: ExtrusionNames,
  tolerance: number,
  triangulate: Triangulate,
): FacedMesh {
  const polygons = toPolygons(profile, tolerance)
  const sides = profile.loops.flatMap((loop, l) => loop.map((s, i) => tag(names.step, names.side(l, i), wallShape(s))))
  return prism(polygons, polygons, profile.loops, z0, z1, names, sides, triangulate)
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
  const sides = lower.map((s, i) => tag(names.step, names.side(0, i), taperShape(s, upper[i]!, z0, z1)))
  return prism([traced(lower)], [traced(upper)], [lower], z0, z1, names, sides, triangulate)
}

function prism(
  lower: readonly TracedPolygon[],
  upper: readonly TracedPolygon[],
  loops: readonly Loop[],
  z0: number,
  z1: number,
  names: ExtrusionNames,
  sides: SurfaceTag[],
  triangulate: Triangulate,
): FacedMesh {
  const positions: number[] = []
  const indices: number[] = []
  const faces: number[] = []
  const count = lower.reduce((sum, p) => sum + p.points.length, 0)
  for (const { points } of lower) for (const [x, y] of points) positions.push(x, y, z0)
  for (const { points } of upper) for (const [x, y] of points) positions.push(x, y, z1)
  for (const [level, polygons] of [lower, upper].entries())
    for (const [a, b, c] of triangulate(polygons.map((p) => p.points))) {
      if (level === 0) indices.push(a!, c!, b!)
      else indices.push(a! + count, b! + count, c! + count)
      faces.push(level)
    }
  let first = 0
  let face = 2
  for (const [l, { points, segment }] of lower.entries()) {
    for (let i = 0; i < points.length; i++) {
      const [a, b] = [first + i, first + ((i + 1) % points.length)]
      indices.push(a, b, b + count, a, b + count, a + count)
      faces.push(face + segment[i]!, face + segment[i]!)
    }
    first += points.length
    face += loops[l]!.length
  }
  const tags = [
    tag(names.step, names.bottom, { kind: 'plane', normal: [0, 0, -1], point: [0, 0, z0] }),
    tag(names.step, names.top, { kind: 'plane', normal: [0, 0, 1], point: [0, 0, z1] }),
    ...sides,
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
  role: string
  shape: SurfaceShape
}

/**
 * A solid of revolution about the z axis. The outline runs anticlockwise in (radius, height),
 * beginning and ending on the axis (radius 0), given by its edges' ends.
 */
export function turnedMesh(start: Vec2, edges: readonly TurnedEdge[], step: string, chords: number): FacedMesh {
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
  let from = ring(start)
  for (const [face, edge] of edges.entries()) {
    const to = ring(edge.to)
    for (let i = 0; i < chords; i++) {
      const j = (i + 1) % chords
      const corners = [from[i]!, from[j]!, to[j]!, to[i]!]
      for (const [a, b, c] of [
        [corners[0]!, corners[1]!, corners[2]!],
        [corners[0]!, corners[2]!, corners[3]!],
      ] as const)
        if (a !== b && b !== c && a !== c) {
          indices.push(a, b, c)
          faces.push(face)
        }
    }
    from = to
  }
  return { positions, indices, faces, tags: edges.map((e) => tag(step, e.role, e.shape)) }
}
