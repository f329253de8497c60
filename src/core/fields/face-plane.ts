import { z } from 'zod'
import { keptFaceSchema } from '../document/pick-schema'
import { renamedFace } from '../faces/renamed'
import { findFace, type Pointable } from '../faces/resolve'
import { apply, fromFrame, invert, movedAlong, type Placement, turn } from '../geometry/placement'
import { add, cross, direction, dot, normalize, scale, type Vec3 } from '../geometry/vec'
import { fail, ok, type Result } from '../result'
import { evaluateFormula } from '../units/formula'
import type { Scope, Swap } from './field-kind'
import { namesAt } from './length'

const partFaceSchema = z.strictObject({ part: z.string().min(1).max(1000), face: keptFaceSchema })
type PartFace = z.infer<typeof partFaceSchema>

/** The sides of what a face covers, as it is looked at. */
export const FACE_EDGES = {
  low: 'its lower edge',
  right: 'its right edge',
  up: 'its upper edge',
  left: 'its left edge',
}

/** A plane by a flat face of a part. */
export const facePlaneSchema = partFaceSchema.extend({
  /** The middle of what the face covers, its lower left corner, or the middle of another face (a hole's axis). */
  datum: z.enum(['middle', 'corner', 'other']).default('middle'),
  of: partFaceSchema.optional(),
  /** Midway between the face and this one, parallel to it. */
  and: partFaceSchema.optional(),
  /** Turned about an edge of what the face covers, by an angle in degrees, out of the part. */
  edge: z.enum(['low', 'right', 'up', 'left']).optional(),
  angle: z.string().min(1).max(400).optional(),
})
export type SavedFacePlane = z.infer<typeof facePlaneSchema>

export const facePlaneFormulas = <T extends SavedFacePlane>(saved: T, change: (formula: string) => string): T => ({ ...saved, ...(saved.angle === undefined ? {} : { angle: change(saved.angle) }) }) // prettier-ignore

export function swappedFacePlane<T extends SavedFacePlane>(saved: T, swap: Swap): T {
  const now = <F extends PartFace>(one: F): F => ({ ...one, face: renamedFace(one.face, swap) })
  return { ...now(saved), ...(saved.of ? { of: now(saved.of) } : {}), ...(saved.and ? { and: now(saved.and) } : {}) }
}

/** What a face covers from the datum of its plane: [least along, least up, most along, most up], mm. */
type Covers = readonly [number, number, number, number]

interface FaceFrame {
  frame: Placement
  covers?: Covers
}

interface Flat {
  on: Pointable
  region: number
  out: Vec3
}

function faceOf({ part: id, face }: PartFace, { parts }: Scope): Result<{ on: Pointable; region: number }> {
  const part = parts.get(id)
  if (!part) return fail('no-part', 'The part whose face this lies on is not before it in the sheet.')
  const on = part.pointable()
  const region = findFace(on, face)
  return region.ok ? ok({ on, region: region.value }) : region
}

function flatFace(saved: PartFace, at: Scope): Result<Flat> {
  const found = faceOf(saved, at)
  if (!found.ok) return found
  const { on, region } = found.value
  const { shape } = on.mesh.surfaces[on.topology.surfaceOf[region]!]!
  if (shape.kind !== 'plane') return fail('not-flat', 'The face that was picked is not flat; a flat one can be drawn on.') // prettier-ignore
  return ok({ on, region, out: normalize(shape.normal) })
}

/**
 * The plane that a face makes.
 * Errors: no-part, not-flat, not-parallel, those of finding a face and of the angle's formula
 */
export function facePlane(saved: SavedFacePlane, at: Scope): Result<FaceFrame> {
  const face = flatFace(saved, at)
  if (!face.ok) return face
  const { on, region, out } = face.value
  const own = frameOn(on, region, out, saved.datum === 'corner' ? 'corner' : 'middle')
  const placed = saved.and ? midway(own, saved.and, at) : ok(own)
  if (!placed.ok) return placed
  const begun = saved.datum === 'other' ? withDatum(placed.value, saved.of, at) : placed
  if (!begun.ok || !saved.edge) return begun
  const angle = evaluateFormula(saved.angle ?? '90', 'number', namesAt(at))
  return angle.ok ? ok(turnedAbout(begun.value, saved.edge, angle.value)) : angle
}

const OUT: Vec3 = [0, 0, 1]

function midway(own: FaceFrame, other: PartFace, at: Scope): Result<FaceFrame> {
  const found = flatFace(other, at)
  if (!found.ok) return found
  const out = turn(own.frame, OUT)
  if (Math.abs(Math.abs(dot(out, found.value.out)) - 1) > 1e-6)
    return fail('not-parallel', 'The two faces are not parallel, so no plane lies midway between them.')
  const { frame } = frameOn(found.value.on, found.value.region, found.value.out, 'middle')
  const height = apply(invert(own.frame), apply(frame, [0, 0, 0]))[2]
  return ok({ ...own, frame: movedAlong(own.frame, [0, 0, height / 2]) })
}

/** The datum put where the middle of another face lies, or the axis of a round one. */
function withDatum(own: FaceFrame, of: PartFace | undefined, at: Scope): Result<FaceFrame> {
  if (!of) return fail('no-face', 'Its datum is to be the middle of another face; pick that face.')
  const found = faceOf(of, at)
  if (!found.ok) return found
  const { on, region } = found.value
  const { shape } = on.mesh.surfaces[on.topology.surfaceOf[region]!]!
  const axis = 'axis' in shape ? turn(invert(own.frame), shape.axis) : undefined
  const middle = axis && Math.abs(axis[2]) > 1e-6 && 'point' in shape ? alongAxis(apply(invert(own.frame), shape.point), axis) : middleOf(on, region, invert(own.frame)) // prettier-ignore
  const [x0, y0, x1, y1] = own.covers!
  return ok({ frame: movedAlong(own.frame, [middle[0], middle[1], 0]), covers: [x0 - middle[0], y0 - middle[1], x1 - middle[0], y1 - middle[1]] }) // prettier-ignore
}

/** Where an axis passes the plane. */
const alongAxis = (p: Vec3, axis: Vec3): Vec3 => add(p, scale(axis, -p[2] / axis[2]))

function middleOf(on: Pointable, region: number, toPlane: Placement): Vec3 {
  const [x0, y0, x1, y1] = boxOn(on, region, toPlane)
  return [(x0 + x1) / 2, (y0 + y1) / 2, 0]
}

/** Which way each side is gone along, so that the face lies to the left. */
const EDGE_WAYS: Readonly<Record<keyof typeof FACE_EDGES, Vec3>> = { low: [1, 0, 0], up: [-1, 0, 0], left: [0, -1, 0], right: [0, 1, 0] } // prettier-ignore

/** Turned about a side of what the face covers; the middle of that side is the datum, and up leads away from the face. */
function turnedAbout({ frame, covers }: FaceFrame, edge: keyof typeof FACE_EDGES, degrees: number): FaceFrame {
  const [x0, y0, x1, y1] = covers!
  const at: Record<keyof typeof FACE_EDGES, Vec3> = {
    low: [(x0 + x1) / 2, y0, 0],
    up: [(x0 + x1) / 2, y1, 0],
    left: [x0, (y0 + y1) / 2, 0],
    right: [x1, (y0 + y1) / 2, 0],
  }
  // Along the edge so that up leads inwards over the face at 0 degrees and straight out of it at 90.
  const along: Vec3 = EDGE_WAYS[edge]
  const inwards = cross(OUT, along)
  const [c, s] = direction(degrees)
  const up: Vec3 = add(scale(inwards, c), scale(OUT, s))
  const [u, v] = [turn(frame, along), turn(frame, up)]
  return { frame: fromFrame(u, v, cross(u, v), apply(frame, at[edge])) }
}

/** What a face covers, seen from a plane; and how far in front of it it lies. */
function boxOn(
  { mesh, topology }: Pointable,
  region: number,
  toPlane: Placement,
): [number, number, number, number, number] {
  let [x0, y0, x1, y1, z] = [Infinity, Infinity, -Infinity, -Infinity, 0]
  const { positions, indices } = mesh
  for (let t = 0; t < topology.regionOf.length; t++) {
    if (topology.regionOf[t] !== region) continue
    for (let k = 0; k < 3; k++) {
      const v = 3 * indices[3 * t + k]!
      const [x, y, w] = apply(toPlane, [positions[v]!, positions[v + 1]!, positions[v + 2]!])
      x0 = Math.min(x0, x)
      y0 = Math.min(y0, y)
      x1 = Math.max(x1, x)
      y1 = Math.max(y1, y)
      z = w
    }
  }
  return [x0, y0, x1, y1, z]
}

/** The frame of a flat face: up is upwards, or to the back where it lies; the datum by what the face covers. */
function frameOn(on: Pointable, region: number, out: Vec3, datum: 'middle' | 'corner'): FaceFrame {
  const lying = Math.abs(out[2]) > 0.999
  const along: Vec3 = lying ? [1, 0, 0] : normalize(cross([0, 0, 1], out))
  const up = cross(out, along)
  const turned = fromFrame(along, up, out, [0, 0, 0])
  const back = invert(turned)
  const [x0, y0, x1, y1, z] = boxOn(on, region, back)
  const exact = (v: number) => Math.round(v * 1e4) / 1e4
  const tag = on.mesh.surfaces[on.topology.surfaceOf[region]!]!
  const height = tag.shape.kind === 'plane' ? dot(out, tag.shape.point) : z
  const at: Vec3 = datum === 'middle' ? [exact((x0 + x1) / 2), exact((y0 + y1) / 2), height] : [exact(x0), exact(y0), height] // prettier-ignore
  return {
    frame: fromFrame(along, up, out, apply(turned, at)),
    covers: [x0 - at[0], y0 - at[1], x1 - at[0], y1 - at[1]],
  }
}
