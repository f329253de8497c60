import type { PickedFace } from '../fields/picked-face'
import type { Pick } from '../fit/picks'
import { faceRef } from '../references/face-ref'
import type { Placed } from './offer'

/** What a step would keep of a face that is picked on a part or on an item; none where nothing of it can be kept. */
export function pickedFaceOf(pick: Pick, references: readonly Placed[]): PickedFace | undefined {
  if (pick.kind !== 'surface') return undefined
  if (pick.reference === undefined) return pick.kept && { part: pick.owner, face: pick.kept }
  const there = references.find((r) => r.id === pick.reference)
  const face = there && faceRef(pick.owner, pick.shape, there.placement, there.sized)
  return face && { reference: pick.reference, face }
}
