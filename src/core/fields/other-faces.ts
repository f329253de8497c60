import { z } from 'zod'
import { contentKey } from '../content-key'
import { renamedFace } from '../faces/renamed'
import { ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'
import { foundFace, partKind, partField, type FaceValue, type PartValue } from './part'
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
      const one = foundFace(face, whole.pointable(), id)
      if (!one.ok) return one
      keys.push(part.value.key)
      found.push({ ...one.value, whole })
    }
    return ok({ value: found, key: contentKey([keys, saved]), shown: saved, changes: [...new Set(saved.map((f) => f.part))] }) // prettier-ignore
  },
  swapped: (saved, swap) => saved.map((one) => ({ ...one, face: renamedFace(one.face, swap) })),
  facts: () => ({ default: [] }),
}
