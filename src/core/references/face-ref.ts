import type { FaceRef } from '../document/placing-schema'
import { invert, type Placement } from '../geometry/placement'
import { dot, length, plainVec, scale, sub } from '../geometry/vec'
import { placeShape } from '../kernel/placed-shape'
import type { SurfaceShape } from '../kernel/surface'
import type { ImportedModel } from './model'
import { shapeFacts } from './shape-facts'

/**
 * A picked face as the document keeps it.
 * @param placement takes the file's frame to where the face was picked
 * @param sized the reference's scale
 */
export function faceRef(item: string, shape: SurfaceShape, placement: Placement, sized: number): FaceRef | undefined {
  const there = placeShape(shape, invert(placement))
  if (there.kind === 'free' || there.kind === 'torus') return undefined
  const point = plainVec(scale(there.point, 1 / sized))
  switch (there.kind) {
    case 'plane':
      return { item, kind: 'plane', direction: plainVec(there.normal), point }
    case 'cylinder':
    case 'cone':
      return { item, kind: there.kind, direction: plainVec(there.axis), point, radius: there.radius / sized }
    case 'sphere':
      return { item, kind: 'sphere', point, radius: there.radius / sized }
  }
}

/** Faces that face more than this elsewhere are not the same one (cosine of 20 degrees). */
const ALIKE = Math.cos((20 * Math.PI) / 180)

/**
 * The face of an item that is most like the one kept, in the frame of the file; undefined if the item, or any such face
 * of it, is not there.
 * @param model already sized
 */
export function findFace(model: ImportedModel, ref: FaceRef, sized: number): SurfaceShape | undefined {
  const item = model.items.find((i) => i.id === ref.item)
  const shape = item && model.shapes[item.shape]
  if (!item || !shape) return undefined
  const faces = shapeFacts(shape).faces.map((f) => placeShape(f, item.placement))
  const best = nearest(faces, ref, sized)
  return best === undefined ? undefined : faces[best]
}

/** Which of an item's placed surfaces is most like the face kept; undefined if none is of its kind. */
export function mostAlike(
  surfaces: readonly SurfaceShape[],
  ref: FaceRef,
  placement: Placement,
  sized: number,
): number | undefined {
  const back = invert(placement)
  const there = surfaces.map((s) => placeShape(s, back))
  return nearest(there, ref, sized)
}

function nearest(faces: readonly SurfaceShape[], ref: FaceRef, sized: number): number | undefined {
  let best: { at: number; off: number } | undefined
  for (const [at, face] of faces.entries()) {
    if (face.kind !== ref.kind) continue
    const off = difference(face, ref, sized)
    if (off !== undefined && (!best || off < best.off)) best = { at, off }
  }
  return best?.at
}

/** How far a face is from the one kept, mm; undefined where it faces elsewhere. */
function difference(face: SurfaceShape, ref: FaceRef, sized: number): number | undefined {
  if (face.kind === 'free' || face.kind === 'torus') return undefined
  const from = sub(face.point, scale(ref.point, sized))
  if (face.kind === 'sphere') return length(from) + Math.abs(face.radius - (ref.radius ?? 0) * sized)
  const own = face.kind === 'plane' ? face.normal : face.axis
  const alike = dot(own, ref.direction ?? [0, 0, 1])
  if ((face.kind === 'plane' ? alike : Math.abs(alike)) < ALIKE) return undefined
  const along = dot(from, own)
  const across = Math.sqrt(Math.max(0, dot(from, from) - along * along))
  // Of parallel planes the nearer one, of round faces the one about the nearer axis; the other way counts little.
  return face.kind === 'plane'
    ? Math.abs(along) + 0.02 * across
    : across + 0.02 * Math.abs(along) + Math.abs(face.radius - (ref.radius ?? 0) * sized)
}
