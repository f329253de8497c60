import { z } from 'zod'
import { apply, fromFrame, invert, movedAlong, type Placement, turn } from '../geometry/placement'
import { add, cross, direction, dot, normalize, scale, type Vec3 } from '../geometry/vec'
import { fail, ok, type Result } from '../result'
import { evaluateFormula } from '../units/formula'
import { boxOn, DATUMS, type FaceFrame, frameOn } from './face-frame'
import type { Scope, Swap } from './field-kind'
import { namesAt } from './length'
import { type FoundFace, itemFaceSchema, partFaceSchema, type PickedFace, pickedFace, pickedFaceSchema, shapeOf, swappedFace } from './picked-face' // prettier-ignore
import { squareToAxis, touchingRound } from './square-plane'

/** The sides of what a face covers, as it is looked at. */
export const FACE_EDGES = {
  low: 'its lower edge',
  right: 'its right edge',
  up: 'its upper edge',
  left: 'its left edge',
}

/** How a plane lies to a face that it is picked by: a flat one, or a round one, to whose axis it stands square. */
const lies = {
  /** A place of what the face covers, or the middle of another face (a hole's axis). */
  datum: z.enum([...(Object.keys(DATUMS) as (keyof typeof DATUMS)[]), 'other']).default('middle'),
  of: pickedFaceSchema.optional(),
  /** Midway between the face and this one, parallel to it. */
  and: pickedFaceSchema.optional(),
  /** Turned about an edge of what the face covers, by an angle in degrees, out of the part. */
  edge: z.enum(['low', 'right', 'up', 'left']).optional(),
  angle: z.string().min(1).max(400).optional(),
  /** Of a round face, where along its axis. */
  at: z.enum(['start', 'middle', 'end']).optional(),
  /** Of a round outside, at which angle about its axis the plane touches it; without one it stands square to the axis. */
  touch: z.string().min(1).max(400).optional(),
}
/** A plane by a face of a part, and by one of an item. */
export const partPlaneSchema = partFaceSchema.extend(lies)
export const itemPlaneSchema = itemFaceSchema.extend(lies)
export type SavedFacePlane = z.infer<typeof partPlaneSchema> | z.infer<typeof itemPlaneSchema>

export const facePlaneFormulas = <T extends SavedFacePlane>(saved: T, change: (formula: string) => string): T => ({ ...saved, ...(saved.angle === undefined ? {} : { angle: change(saved.angle) }), ...(saved.touch === undefined ? {} : { touch: change(saved.touch) }) }) // prettier-ignore

export function swappedFacePlane<T extends SavedFacePlane>(saved: T, swap: Swap): T {
  const { of, and } = saved
  return { ...swappedFace(saved, swap), ...(of ? { of: swappedFace(of, swap) } : {}), ...(and ? { and: swappedFace(and, swap) } : {}) } // prettier-ignore
}

/** Which way a flat face looks. */
const outOf = (found: FoundFace): Vec3 | undefined => {
  const shape = shapeOf(found)
  return shape.kind === 'plane' ? normalize(shape.normal) : undefined
}

/**
 * The plane that a face makes: the face itself if it is flat; square to its axis, or touching it, if it is round.
 * Errors: not-flat, not-round, not-parallel, those of finding a face and of the angle's formula
 */
export function facePlane(saved: SavedFacePlane, at: Scope): Result<FaceFrame> {
  const face = pickedFace(saved, at)
  if (!face.ok) return face
  const out = outOf(face.value)
  if (!out) return onRound(face.value, saved, at)
  const own = frameOn(face.value.on, face.value.region, out, saved.datum === 'other' ? 'middle' : saved.datum)
  const placed = saved.and ? midway(own, saved.and, at) : ok(own)
  if (!placed.ok) return placed
  const begun = saved.datum === 'other' ? withDatum(placed.value, saved.of, at) : placed
  if (!begun.ok || !saved.edge) return begun
  const angle = evaluateFormula(saved.angle ?? '90', 'number', namesAt(at))
  return angle.ok ? ok(turnedAbout(begun.value, saved.edge, angle.value)) : angle
}

function onRound(face: FoundFace, { at: along = 'middle', touch }: SavedFacePlane, at: Scope): Result<FaceFrame> {
  if (touch === undefined) {
    const square = squareToAxis(face, along)
    return square.ok ? ok({ ...square.value, round: face }) : square
  }
  const angle = evaluateFormula(touch, 'number', namesAt(at))
  return angle.ok ? touchingRound(face, along, angle.value) : angle
}

const OUT: Vec3 = [0, 0, 1]

function midway(own: FaceFrame, other: PickedFace, at: Scope): Result<FaceFrame> {
  const found = pickedFace(other, at)
  if (!found.ok) return found
  const [out, across] = [turn(own.frame, OUT), outOf(found.value)]
  if (!across || Math.abs(Math.abs(dot(out, across)) - 1) > 1e-6)
    return fail('not-parallel', 'The two faces are not parallel, so no plane lies midway between them.')
  const { frame } = frameOn(found.value.on, found.value.region, across, 'middle')
  const height = apply(invert(own.frame), apply(frame, [0, 0, 0]))[2]
  return ok({ ...own, frame: movedAlong(own.frame, [0, 0, height / 2]) })
}

/** The datum put where the middle of another face lies, or the axis of a round one. */
function withDatum(own: FaceFrame, of: PickedFace | undefined, at: Scope): Result<FaceFrame> {
  if (!of) return fail('no-face', 'Its datum is to be the middle of another face; pick that face.')
  const found = pickedFace(of, at)
  if (!found.ok) return found
  const shape = shapeOf(found.value)
  const axis = 'axis' in shape ? turn(invert(own.frame), shape.axis) : undefined
  const middle = axis && Math.abs(axis[2]) > 1e-6 && 'point' in shape ? alongAxis(apply(invert(own.frame), shape.point), axis) : middleOf(found.value, invert(own.frame)) // prettier-ignore
  const [x0, y0, x1, y1] = own.covers!
  return ok({ frame: movedAlong(own.frame, [middle[0], middle[1], 0]), covers: [x0 - middle[0], y0 - middle[1], x1 - middle[0], y1 - middle[1]] }) // prettier-ignore
}

/** Where an axis passes the plane. */
const alongAxis = (p: Vec3, axis: Vec3): Vec3 => add(p, scale(axis, -p[2] / axis[2]))

function middleOf({ on, region }: FoundFace, toPlane: Placement): Vec3 {
  const { low, high } = boxOn(on, region, toPlane)
  return [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, 0]
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
