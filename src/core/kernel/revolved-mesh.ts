import type { Vec2 } from '../geometry/vec'
import { chordsFor, toPolygons } from '../profile/polygon'
import { type Profile, radiusOf, type Segment } from '../profile/segment'
import type { FacedMesh } from './mesh-builder'
import type { SurfaceShape, SurfaceTag } from './surface'

/** Nearer to the axis than this is on it, mm. */
const ON_AXIS = 1e-9
const AXIS = { axis: [0, 0, 1], point: [0, 0, 0] } as const

/** Roles of a turned solid's surfaces; its sides are told apart by the pieces of the outline. */
export interface RevolvedNames {
  step: string
  side: string
  start: string
  end: string
}

/**
 * A profile in (radius, height) turned about the z axis, from the plane y = 0 anticlockwise seen from above; all of it at
 * radius 0 or more.
 * @param angle radians, up to a full turn
 */
export function revolvedMesh(
  profile: Profile,
  angle: number,
  names: RevolvedNames,
  tolerance: number,
  triangulate: (polygons: Vec2[][]) => readonly (readonly number[])[],
): FacedMesh {
  const full = angle > 2 * Math.PI - 1e-9
  const polygons = toPolygons(profile, tolerance)
  const most = Math.max(...polygons.flatMap((p) => p.points.map((q) => q[0])))
  const steps = Math.max(full ? 3 : 1, chordsFor(most, angle, tolerance))
  const mesh: FacedMesh = { positions: [], indices: [], faces: [], tags: [] }
  const rings: number[][] = []
  for (const [r, h] of polygons.flatMap((p) => p.points)) rings.push(ringOf(mesh, r, h, angle, steps, full))
  let first = 0
  for (const [l, { points, segment }] of polygons.entries()) {
    const faces = new Map<number, number>()
    for (let i = 0; i < points.length; i++) {
      const s = segment[i]!
      const own = profile.loops[l]![s]!
      if (!faces.has(s)) faces.set(s, sideOf(mesh.tags, own, names, `${l + 1}.${s + 1}`))
      band(mesh, rings[first + i]!, rings[first + ((i + 1) % points.length)]!, faces.get(s)!)
    }
    first += points.length
  }
  if (!full) caps(mesh, polygons.map((p) => p.points), rings, angle, names, triangulate) // prettier-ignore
  return mesh
}

/** The vertices of a point on its way round; the same one over and over on the axis. */
function ringOf({ positions }: FacedMesh, r: number, h: number, angle: number, steps: number, full: boolean): number[] {
  const first = positions.length / 3
  if (r < ON_AXIS) {
    positions.push(0, 0, h)
    return Array<number>(steps + 1).fill(first)
  }
  const count = full ? steps : steps + 1
  for (let k = 0; k < count; k++) {
    const a = (angle * k) / steps
    positions.push(r * Math.cos(a), r * Math.sin(a), h)
  }
  return Array.from({ length: steps + 1 }, (_, k) => first + (k % count))
}

function band({ indices, faces }: FacedMesh, from: readonly number[], to: readonly number[], face: number): void {
  for (let k = 0; k + 1 < from.length; k++)
    for (const [p, q, r] of [
      [from[k]!, from[k + 1]!, to[k + 1]!],
      [from[k]!, to[k + 1]!, to[k]!],
    ] as const)
      if (p !== q && q !== r && p !== r) {
        indices.push(p, q, r)
        faces.push(face)
      }
}

function caps(
  mesh: FacedMesh,
  polygons: Vec2[][],
  rings: readonly number[][],
  angle: number,
  { step, start, end }: { step: string; start: string; end: string },
  triangulate: (polygons: Vec2[][]) => readonly (readonly number[])[],
): void {
  const near = mesh.tags.push({ step, role: start, shape: { kind: 'plane', normal: [0, -1, 0], point: [0, 0, 0] } }) - 1
  const normal = [-Math.sin(angle), Math.cos(angle), 0] as const
  const far = mesh.tags.push({ step, role: end, shape: { kind: 'plane', normal, point: [0, 0, 0] } }) - 1
  for (const [a, b, c] of triangulate(polygons)) {
    const [i, j, k] = [rings[a!]!, rings[b!]!, rings[c!]!]
    mesh.indices.push(i[0]!, j[0]!, k[0]!, i.at(-1)!, k.at(-1)!, j.at(-1)!)
    mesh.faces.push(near, far)
  }
}

/** The place of a piece's surface among the tags; pieces of one name and shape share one. */
function sideOf(tags: SurfaceTag[], s: Segment, names: { step: string; side: string }, unnamed: string): number {
  const tag: SurfaceTag = { step: names.step, role: names.side, segment: s.id ?? unnamed, shape: turnedShape(s) }
  const rounded = (shape: SurfaceShape) => JSON.stringify(shape, (_, v: unknown) => (typeof v === 'number' ? Math.round(v * 1e6) / 1e6 : v)) // prettier-ignore
  const at = tags.findIndex((t) => t.segment === tag.segment && rounded(t.shape) === rounded(tag.shape))
  return at >= 0 ? at : tags.push(tag) - 1
}

/** What a piece becomes as it is turned. */
function turnedShape(s: Segment): SurfaceShape {
  if (s.kind === 'arc') {
    const [r, h] = s.centre
    if (Math.abs(r) < ON_AXIS) return { kind: 'sphere', point: [0, 0, h], radius: radiusOf(s), hole: !s.ccw }
    return { kind: 'torus', axis: AXIS.axis, point: [0, 0, h], radius: r, tube: radiusOf(s) }
  }
  const [low, high] = s.a[1] <= s.b[1] ? [s.a, s.b] : [s.b, s.a]
  if (Math.abs(high[1] - low[1]) < 1e-9) {
    const up = s.b[0] < s.a[0] ? 1 : -1
    return { kind: 'plane', normal: [0, 0, up], point: [0, 0, s.a[1]] }
  }
  if (Math.abs(high[0] - low[0]) < 1e-9) return { kind: 'cylinder', ...AXIS, radius: s.a[0], hole: s.b[1] < s.a[1] }
  const halfAngle = Math.atan2(high[0] - low[0], high[1] - low[1])
  return { kind: 'cone', axis: AXIS.axis, point: [0, 0, low[1]], radius: low[0], halfAngle }
}
