import { trianglesOf } from '../faces/topology'
import { normalAt } from '../faces/onto'
import type { Pointable } from '../faces/resolve'
import { solve3 } from '../geometry/solve'
import { add, cross, dot, length, normalize, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { FreeSkin } from './free-skin'

/** A face of a solid as if it had no end, told from which side the material lies on. */
export interface Side {
  shape: SurfaceShape
  /** How far a point is in front of it, mm; less than 0 on the side of the material. */
  off(p: Vec3): number
  /** Which way out of the material leads there. */
  out(p: Vec3): Vec3
}

/** How far a point is from a surface, on the side that `normalAt` points to, mm; of free surfaces nothing is known. */
function awayFrom(shape: Exclude<SurfaceShape, { kind: 'free' }>, p: Vec3): number {
  if (shape.kind === 'plane') return dot(sub(p, shape.point), shape.normal)
  if (shape.kind === 'sphere') return length(sub(p, shape.point)) - shape.radius
  const high = dot(sub(p, shape.point), shape.axis)
  const wide = length(sub(p, add(shape.point, scale(shape.axis, high))))
  switch (shape.kind) {
    case 'cylinder':
      return wide - shape.radius
    case 'cone':
      return (wide - shape.radius - high * Math.tan(shape.halfAngle)) * Math.cos(shape.halfAngle)
    case 'torus':
      return Math.hypot(wide - shape.radius, high) - Math.abs(shape.tube)
  }
}

const known = new WeakMap<Pointable, Map<number, Side>>()

/** The face that a region is of. */
export function sideOf(on: Pointable, region: number): Side {
  const before = known.get(on) ?? new Map<number, Side>()
  known.set(on, before)
  const found = before.get(region)
  if (found) return found
  const made = madeSide(on, region)
  before.set(region, made)
  return made
}

function madeSide(on: Pointable, region: number): Side {
  const { shape } = on.mesh.surfaces[on.topology.surfaceOf[region]!]!
  if (shape.kind === 'free') {
    const skin = new FreeSkin(on, region)
    return { shape, off: (p) => skin.off(p), out: (p) => skin.out(p) }
  }
  return exactSide(shape, facesOut(on, region, shape) ? 1 : -1)
}

/** A face of an exact shape. @param sign -1 where the direction that the shape has by its figures leads into the material */
export const exactSide = (shape: Exclude<SurfaceShape, { kind: 'free' }>, sign: 1 | -1): Side => ({
  shape,
  off: (p) => sign * awayFrom(shape, p),
  out: (p) => scale(normalAt(shape, p) ?? [0, 0, 1], sign),
})

/** True if the direction that a surface has by its figures leads out of the material. */
function facesOut({ mesh, topology }: Pointable, region: number, shape: SurfaceShape): boolean {
  let sum = 0
  for (const t of trianglesOf(topology, region)) {
    const [a, b, c] = [0, 1, 2].map((k) => placeAt(mesh.positions, mesh.indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    const out = normalAt(shape, scale(add(a, add(b, c)), 1 / 3))
    if (out) sum += dot(cross(sub(b, a), sub(c, a)), out)
  }
  return sum >= 0
}

/**
 * The point at given distances in front of two faces, in the plane through `at` square to `way`.
 * @returns none where the faces run along each other there
 */
export function meetingPoint(
  [a, b]: readonly [Side, Side],
  [offA, offB]: readonly [number, number],
  at: Vec3,
  way: Vec3,
): Vec3 | undefined {
  let p = at
  for (let i = 0; i < 30; i++) {
    const rows: readonly Vec3[] = [a.out(p), b.out(p), way]
    const left = [offA - a.off(p), offB - b.off(p), dot(sub(at, p), way)] as const
    const step = solve3(rows, left)
    if (!step) return undefined
    p = add(p, step)
    if (length(step) < 1e-10) return p
  }
  return Math.abs(offA - a.off(p)) < 1e-5 && Math.abs(offB - b.off(p)) < 1e-5 ? p : undefined
}

/** Which way an edge between two faces runs where the first lies to its left, seen from outside; none where they are smooth there. */
export function edgeWay([a, b]: readonly [Side, Side], p: Vec3): Vec3 | undefined {
  const way = cross(a.out(p), b.out(p))
  return length(way) < SMOOTH ? undefined : normalize(way)
}

/** Faces that meet at less than this run into each other without an edge (sine). */
const SMOOTH = 0.02
