import type { BuiltPart } from '../built/built'
import type { PartSettings } from '../document/schema'
import { findFace, type Pointable } from '../faces/resolve'

/** Faces of a part that have colours of their own, found as it is now. */
export function paintedFaces(
  on: Pointable,
  faces: NonNullable<PartSettings['faces']>,
): NonNullable<BuiltPart['painted']> {
  const regions = new Map<number, string>()
  const lost: number[] = []
  for (const [nth, { face, color }] of faces.entries()) {
    const region = findFace(on, face)
    if (region.ok) regions.set(region.value, color)
    else lost.push(nth)
  }
  return { regions: [...regions].map(([region, color]) => ({ region, color })), lost }
}
