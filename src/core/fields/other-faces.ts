import { z } from 'zod'
import { contentKey } from '../content-key'
import { findFace, pointNow } from '../faces/resolve'
import { renamedFace } from '../faces/renamed'
import { ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'
import { partKind, partField, type FaceValue, type PartValue } from './part'
import { partFaceSchema, type PickedFace } from './picked-face'

/** A face that was picked on a part, with that part. */
export interface OtherFace extends FaceValue {
  whole: PartValue
}
/** Faces of parts besides the one that the step is about; it changes those parts too. */
export type OtherFacesField = FieldBase<'other-faces', readonly OtherFace[]>
export const otherFacesField = (label: string): OtherFacesField => ({ type: 'other-faces', label })

const changed = partField('The part', 'change')
type PartFace = Extract<PickedFace, { part: string }>

export const otherFacesKind: FieldKind<OtherFacesField, PartFace[]> = {
  type: 'other-faces',
  turn: 'picks',
  schema: () => z.array(partFaceSchema).max(500).default([]),
  resolve: (saved, _, at) => {
    const found: OtherFace[] = []
    const keys: string[] = []
    for (const { part: id, face } of saved) {
      const part = partKind.resolve(id, changed, at)
      if (!part.ok) return part
      const whole = part.value.value as PartValue
      const on = whole.pointable()
      const region = findFace(on, face)
      if (!region.ok) return region
      keys.push(part.value.key)
      found.push({ part: id, whole, region: region.value, tag: on.mesh.surfaces[on.topology.surfaceOf[region.value]!]!, on, point: pointNow(on, region.value, face.near) }) // prettier-ignore
    }
    return ok({ value: found, key: contentKey([keys, saved]), shown: saved, changes: [...new Set(saved.map((f) => f.part))] }) // prettier-ignore
  },
  swapped: (saved, swap) => saved.map((one) => ({ ...one, face: renamedFace(one.face, swap) })),
  facts: () => ({ default: [] }),
}
