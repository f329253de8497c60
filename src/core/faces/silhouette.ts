import Flatbush from 'flatbush'
import { apply, type Placement, turn } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { oppositeSides } from '../mesh/half-edges'
import { line, type Segment } from '../profile/segment'
import { pieceName } from './piece-name'
import type { Pointable } from './resolve'
import { arcsAbout, isUpright, ontoCircle } from './round-run'

/** Triangles that look this small lie edge-on, mm2. */
const EDGE_ON = 1e-9
/** What lies this near to the rim of the mesh is on it, mm. */
const ON = 1e-3
/** Points this near to a straight line are on it, mm. */
const STRAIGHT = 1e-5

/** Joins flat triangles to outlines without overlaps (outer ones anticlockwise, holes clockwise). */
export type FlatUnion = (polygons: readonly (readonly Vec2[])[], simplify: number) => Vec2[][]

/** An edge of the mesh at which it turns away from whoever looks at it, laid flat. */
interface Rim {
  a: Vec2
  b: Vec2
  regions: readonly [number, number]
}

/**
 * The outline of a part seen along a direction, with the holes one can look through: a line for each straight piece, an
 * arc where a face is round about that direction, chords elsewhere. Each piece is named by the faces it is the rim of.
 * @param toPlane takes the project's frame to the plane's own, z towards the eye
 */
export function silhouetteOutline(on: Pointable, toPlane: Placement, union: FlatUnion): Segment[] {
  const { front, rims } = seenAlong(on, toPlane)
  if (front.length === 0) return []
  const find = finder(rims)
  return union(front, 0).flatMap((loop) => {
    const edges = loop.map((a, i) => ({ a, b: loop[(i + 1) % loop.length]! }))
    const named = edges.map(({ a, b }) => ({ a, b, ...namesOf(find([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]), on) }))
    return runsOf(named).flatMap((run) => piecesOf(run, toPlane))
  })
}

function seenAlong({ mesh, topology }: Pointable, toPlane: Placement) {
  const { positions, indices } = mesh
  const flat = Array.from({ length: positions.length / 3 }, (_, v): Vec2 => {
    const [x, y] = apply(toPlane, [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!])
    return [x, y]
  })
  const corners = (t: number) => [0, 1, 2].map((k) => flat[indices[3 * t + k]!]!) as [Vec2, Vec2, Vec2]
  const count = indices.length / 3
  const faces = Array.from({ length: count }, (_, t) => {
    const [a, b, c] = corners(t)
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) > EDGE_ON
  })
  const opposite = oppositeSides(indices)
  const front: Vec2[][] = []
  const rims: Rim[] = []
  for (let t = 0; t < count; t++) {
    if (!faces[t]) continue
    const own = corners(t)
    front.push(own)
    for (let k = 0; k < 3; k++) {
      const other = Math.floor(opposite[3 * t + k]! / 3)
      if (other >= 0 && faces[other]) continue
      const regions = [topology.regionOf[t]!, topology.regionOf[other < 0 ? t : other]!] as const
      rims.push({ a: own[k]!, b: own[(k + 1) % 3]!, regions })
    }
  }
  return { front, rims }
}

/** Finds the rim that a point lies on. */
function finder(rims: readonly Rim[]): (p: Vec2) => Rim | undefined {
  const index = new Flatbush(Math.max(1, rims.length))
  for (const { a, b } of rims)
    index.add(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1]))
  if (rims.length === 0) index.add(0, 0, 0, 0)
  index.finish()
  return ([x, y]) => {
    const near = index.search(x - ON, y - ON, x + ON, y + ON).flatMap((i) => {
      const rim = rims[i]
      return rim ? [{ rim, off: offLine([x, y], rim.a, rim.b) }] : []
    })
    const best = near.sort((p, q) => p.off - q.off)[0]
    return best && best.off < ON ? best.rim : undefined
  }
}

/** How far a point is from a straight line through two others, mm. */
function offLine([x, y]: Vec2, a: Vec2, b: Vec2): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const long = Math.hypot(dx, dy)
  return long < 1e-12 ? Math.hypot(x - a[0], y - a[1]) : Math.abs((x - a[0]) * dy - (y - a[1]) * dx) / long
}

interface Edge {
  a: Vec2
  b: Vec2
  id: string
  shapes: readonly SurfaceShape[]
}

function namesOf(rim: Rim | undefined, on: Pointable): Pick<Edge, 'id' | 'shapes'> {
  if (!rim) return { id: 'rim', shapes: [] }
  const { mesh, topology } = on
  return { id: pieceName(on, ...rim.regions), shapes: rim.regions.map((r) => mesh.surfaces[topology.surfaceOf[r]!]!.shape) } // prettier-ignore
}

/** A closed row of edges parted where the name changes. */
function runsOf(edges: readonly Edge[]): Edge[][] {
  const first = edges.findIndex((e, i) => e.id !== edges.at(i - 1)!.id)
  const inRow = first > 0 ? [...edges.slice(first), ...edges.slice(0, first)] : edges
  const runs: Edge[][] = []
  for (const edge of inRow) {
    if (runs.at(-1)?.[0]!.id === edge.id) runs.at(-1)!.push(edge)
    else runs.push([edge])
  }
  return runs
}

function piecesOf(run: readonly Edge[], toPlane: Placement): Segment[] {
  const { id, shapes } = run[0]!
  const points = [run[0]!.a, ...run.map((e) => e.b)]
  const [from, to] = [points[0]!, points.at(-1)!]
  const closed = Math.hypot(to[0] - from[0], to[1] - from[1]) < STRAIGHT
  const round = shapes.find((s) => 'axis' in s && isUpright(s, turn(toPlane, s.axis)))
  if (round && 'point' in round && points.length > 2) {
    const [x, y] = apply(toPlane, round.point)
    const whole = closed ? points.slice(0, -1) : points
    return arcsAbout(ontoCircle(whole, [x, y]), closed, [x, y]).map((s) => ({ ...s, id }))
  }
  return straightened(points).map(([a, b]) => ({ ...line(a, b), id }))
}

/** Points in a row as straight pieces, as few as there are corners. */
function straightened(points: readonly Vec2[]): [Vec2, Vec2][] {
  const kept: Vec2[] = [points[0]!]
  for (let i = 1; i + 1 < points.length; i++)
    if (offLine(points[i]!, kept.at(-1)!, points[i + 1]!) > STRAIGHT) kept.push(points[i]!)
  kept.push(points.at(-1)!)
  return kept.slice(1).map((b, i) => [kept[i]!, b])
}
