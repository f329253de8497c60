import { apply, type Placement, turn } from '../geometry/placement'
import type { Vec2, Vec3 } from '../geometry/vec'
import { nameKey, type SurfaceShape } from '../kernel/surface'
import { line, type Segment } from '../profile/segment'
import { arcsAbout, isUpright, ontoCircle } from './round-run'
import type { Pointable } from './resolve'

/** A plane that runs through corners of the mesh is moved off them by this, mm. */
const OFF = 1e-4
const ON = 1e-6

/**
 * The outline of a part where a plane cuts it: a line for each flat face, an arc for each round one whose axis stands
 * square to the plane, chords for others. Each piece is named by its face.
 * @param toPlane takes the project's frame to the plane's own, z out of it
 * @param height of the cut over that plane, mm
 */
export function sectionOutline({ mesh, topology }: Pointable, toPlane: Placement, height: number): Segment[] {
  const { positions, indices } = mesh
  const points = Array.from({ length: positions.length / 3 }, (_, v) => apply(toPlane, [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!])) // prettier-ignore
  // A face in the plane itself would be cut along all of it; a hair in front of it the part is as it is there.
  const z = points.some((p) => Math.abs(p[2] - height) < ON) ? height + OFF : height
  const cuts = new Map<number, [Vec2, Vec2][]>()
  for (let t = 0; t < topology.regionOf.length; t++) {
    const corners = [0, 1, 2].map((k) => points[indices[3 * t + k]!]!) as [Vec3, Vec3, Vec3]
    const cut = corners.flatMap((p, k) => crossed(p, corners[(k + 1) % 3]!, z) ?? [])
    if (cut.length !== 2) continue
    const region = topology.regionOf[t]!
    cuts.set(region, [...(cuts.get(region) ?? []), [cut[0]!, cut[1]!]])
  }
  return [...cuts].flatMap(([region, list]) => {
    const tag = mesh.surfaces[topology.surfaceOf[region]!]!
    const id = nameKey(tag).replaceAll('\n', ' ')
    return runsOf(list).flatMap((run) => piecesOf(run, tag.shape, toPlane).map((s) => ({ ...s, id })))
  })
}

/** Where an edge of a triangle passes the plane; the same for both triangles that have it. */
function crossed(p: Vec3, q: Vec3, z: number): Vec2[] | undefined {
  if (p[2] > z === q[2] > z) return undefined
  const [a, b] = p[2] < q[2] ? [p, q] : [q, p]
  const t = (z - a[2]) / (b[2] - a[2])
  return [[a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]]
}

/** Short pieces in rows, each beginning where the one before ends. */
function runsOf(list: readonly [Vec2, Vec2][]): Vec2[][] {
  const key = ([x, y]: Vec2) => `${Math.round(x * 1e6)} ${Math.round(y * 1e6)}`
  const at = new Map<string, number[]>()
  list.forEach((piece, i) => piece.forEach((p) => at.set(key(p), [...(at.get(key(p)) ?? []), i])))
  const left = new Set(list.keys())
  const onwards = (run: Vec2[]) => {
    for (;;) {
      const end = run.at(-1)!
      const next = at.get(key(end))!.find((i) => left.has(i))
      if (next === undefined) return run
      left.delete(next)
      const [a, b] = list[next]!
      run.push(key(a) === key(end) ? b : a)
    }
  }
  const runs: Vec2[][] = []
  for (const [i, [a, b]] of list.entries()) {
    if (!left.delete(i)) continue
    runs.push(onwards(onwards([a, b]).reverse()))
  }
  return runs
}

function piecesOf(run: readonly Vec2[], shape: SurfaceShape, toPlane: Placement): Segment[] {
  const [first, last] = [run[0]!, run.at(-1)!]
  const gap = Math.hypot(last[0] - first[0], last[1] - first[1])
  if (shape.kind === 'plane') return gap < 1e-7 ? [] : [line(first, last)]
  if ('axis' in shape && isUpright(shape, turn(toPlane, shape.axis))) {
    const [x, y] = apply(toPlane, shape.point)
    const closed = gap < 1e-6
    return arcsAbout(ontoCircle(closed ? run.slice(0, -1) : run, [x, y]), closed, [x, y])
  }
  return run.slice(1).map((p, i) => line(run[i]!, p))
}
