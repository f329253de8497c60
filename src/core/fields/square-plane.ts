import { z } from 'zod'
import { keptEdgeSchema } from '../document/pick-schema'
import { renamedEdge } from '../faces/renamed'
import { distanceToSpan, normalAt } from '../faces/onto'
import { edgePointNow, findEdge, type Pointable } from '../faces/resolve'
import type { Border } from '../faces/topology'
import { invert } from '../geometry/placement'
import { add, cross, distance, dot, length, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import { fail, ok, type Result } from '../result'
import { boxOn, type FaceFrame, facingFrame } from './face-frame'
import type { Scope, Swap } from './field-kind'
import { type FoundFace, shapeOf } from './picked-face'

/** Where along an axis or an edge a plane stands square to it. */
export const ALONG = { start: 'at its beginning', middle: 'at its middle', end: 'at its end' }
export const alongSchema = z.enum(['start', 'middle', 'end']).default('middle')
export type Along = z.infer<typeof alongSchema>

/**
 * A plane square to an edge of a part; of an edge that closes, where it was picked is meant. With an angle, degrees, the plane
 * that goes through the edge, turned about it from the first or the second of the faces that it lies between.
 */
export const edgePlaneSchema = z.strictObject({
  part: z.string().min(1).max(1000),
  along: keptEdgeSchema,
  at: alongSchema,
  angle: z.string().min(1).max(400).optional(),
  from: z.enum(['first', 'second']).optional(),
})
export type SavedEdgePlane = z.infer<typeof edgePlaneSchema>

export const edgePlaneFormulas = <T extends SavedEdgePlane>(saved: T, change: (formula: string) => string): T => (saved.angle === undefined ? saved : { ...saved, angle: change(saved.angle) }) // prettier-ignore

export const swappedEdgePlane = <T extends SavedEdgePlane>(saved: T, swap: Swap): T => ({ ...saved, along: renamedEdge(saved.along, swap) }) // prettier-ignore

/** A direction or its opposite, whichever leads upwards, or to the back, or to the right. */
function upwards(way: Vec3): Vec3 {
  const most = [2, 1, 0].find((c) => Math.abs(way[c]!) > 1e-6) ?? 2
  return way[most]! < 0 ? scale(way, -1) : way
}

/**
 * The plane square to the axis of a round face, its datum on the axis.
 * Errors: not-flat (neither flat nor round about an axis)
 */
export function squareToAxis(face: FoundFace, at: Along): Result<FaceFrame> {
  const shape = shapeOf(face)
  if (!('axis' in shape)) return fail('not-flat', 'The face that was picked is neither flat nor round about an axis; one that is can be drawn on.') // prettier-ignore
  const out = upwards(normalize(shape.axis))
  const frame = facingFrame(out, shape.point)
  const { low, high } = boxOn(face.on, face.region, invert(frame))
  const height = { start: low[2], middle: (low[2] + high[2]) / 2, end: high[2] }[at]
  return ok({ frame: facingFrame(out, add(shape.point, scale(out, height))) })
}

/** From where angles about an axis are told: to the right, or to the back about one that leads to the right. */
const fromRight = (axis: Vec3): Vec3 => {
  const right: Vec3 = Math.abs(axis[0]) > 0.999 ? [0, 1, 0] : [1, 0, 0]
  return normalize(sub(right, scale(axis, dot(right, axis))))
}

/** How far round a cylinder's axis a point lies, degrees: 0 to the right, anticlockwise seen against the axis. */
export function angleRound({ axis, point }: { axis: Vec3; point: Vec3 }, at: Vec3): number {
  const up = upwards(normalize(axis))
  const [from, way] = [fromRight(up), sub(at, point)]
  return (Math.atan2(dot(way, cross(up, from)), dot(way, from)) * 180) / Math.PI
}

/**
 * The plane that touches a round outside at an angle about its axis, seen from outside.
 * Errors: not-round (it is no cylinder, or the inside of one: what is drawn there would not reach its sides)
 */
export function touchingRound(face: FoundFace, at: Along, degrees: number): Result<FaceFrame> {
  const shape = shapeOf(face)
  if (shape.kind !== 'cylinder' || shape.hole) return fail('not-round', 'Only the outside of a cylinder can be touched by a plane; of an inside the plane square to its axis can be had.') // prettier-ignore
  const square = squareToAxis(face, at)
  if (!square.ok) return square
  const up = upwards(normalize(shape.axis))
  const [from, turned] = [fromRight(up), (degrees * Math.PI) / 180]
  const out = add(scale(from, Math.cos(turned)), scale(cross(up, from), Math.sin(turned)))
  const { frame } = square.value
  return ok({
    frame: facingFrame(out, add([frame[3]!, frame[7]!, frame[11]!], scale(out, shape.radius))),
    radius: shape.radius,
  })
}

/**
 * The plane square to an edge at a place on it, which is its datum.
 * Errors: no-part, gone, unclear
 */
export function squareToEdge({ part: id, along, at }: SavedEdgePlane, { parts }: Scope): Result<FaceFrame> {
  const part = parts.get(id)
  if (!part) return fail('no-part', 'The part whose edge this stands on is not before it in the sheet.')
  const on = part.pointable()
  const found = findEdge(on, { ...along, run: 'piece' })
  if (!found.ok) return found
  const border = on.topology.borders[found.value[0]!]!
  const place = border.closed ? nearest(points(on, border), edgePointNow(on, border, along)) : placeOn(points(on, border), at) // prettier-ignore
  const [a, b] = border.regions.map((r) => normalAt(on.mesh.surfaces[on.topology.surfaceOf[r]!]!.shape, place.point))
  const exact = a && b ? cross(a, b) : place.way
  // Where both faces go on into each other, the edge's own direction is all there is.
  const way = length(exact) > 1e-3 ? normalize(exact) : place.way
  const out = border.closed ? upwards(way) : scale(way, dot(way, place.way) < 0 ? -1 : 1)
  return ok({ frame: facingFrame(out, place.point) })
}

interface Place {
  point: Vec3
  way: Vec3
}

/** The points of a border in order; from its lower, front or left end where it has one. */
function points({ mesh: { positions } }: Pointable, { vertices, closed }: Border): Vec3[] {
  const all = vertices.map((v): Vec3 => [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!])
  if (closed) return [...all, all[0]!]
  const way = sub(all.at(-1)!, all[0]!)
  return dot(upwards(way), way) < 0 ? all.reverse() : all
}

const wayFrom = (a: Vec3, b: Vec3): Vec3 => normalize(sub(b, a))

function placeOn(run: readonly Vec3[], at: Along): Place {
  if (at === 'start') return { point: run[0]!, way: wayFrom(run[0]!, run[1]!) }
  if (at === 'end') return { point: run.at(-1)!, way: wayFrom(run.at(-2)!, run.at(-1)!) }
  const lengths = run.slice(1).map((p, i) => distance(run[i]!, p))
  let left = lengths.reduce((sum, l) => sum + l, 0) / 2
  const i = lengths.findIndex((l, k) => left <= l || k === lengths.length - 1 || ((left -= l), false))
  const [a, b] = [run[i]!, run[i + 1]!]
  return { point: add(a, scale(sub(b, a), left / lengths[i]!)), way: wayFrom(a, b) }
}

function nearest(run: readonly Vec3[], p: Vec3): Place {
  const i = run.slice(1).reduce((best, _, k) => (offOf(run, k, p) < offOf(run, best, p) ? k : best), 0)
  const [a, b] = [run[i]!, run[i + 1]!]
  const t = Math.min(1, Math.max(0, dot(sub(p, a), sub(b, a)) / (distance(a, b) ** 2 || 1)))
  return { point: add(a, scale(sub(b, a), t)), way: wayFrom(a, b) }
}

const offOf = (run: readonly Vec3[], k: number, p: Vec3): number => distanceToSpan(p, run[k]!, run[k + 1]!)
