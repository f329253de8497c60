import { z } from 'zod'
import { contentKey } from '../content-key'
import { keptFaceSchema } from '../document/pick-schema'
import { regionOutline } from '../faces/region-outline'
import { findFace } from '../faces/resolve'
import { renamedFace } from '../faces/renamed'
import { invert } from '../geometry/placement'
import type { Segment } from '../profile/segment'
import { fail, ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'

/** The edges of faces of parts that stand before the drawing, projected onto its plane. */
export type TakenFacesField = FieldBase<'taken-faces', readonly Segment[]>
export const takenFacesField = (label: string): TakenFacesField => ({ type: 'taken-faces', label })

const takenFaceSchema = z.strictObject({ part: z.string().min(1).max(1000), face: keptFaceSchema })
export type SavedTakenFace = z.infer<typeof takenFaceSchema>

export const takenFacesKind: FieldKind<TakenFacesField, SavedTakenFace[]> = {
  type: 'taken-faces',
  turn: 'figures',
  schema: () => z.array(takenFaceSchema).max(500).default([]),
  resolve: (saved, spec, { parts, plane }) => {
    if (saved.length === 0) return fail('no-face', `${spec.label}: pick a face of a part in the scene.`)
    if (!plane) return fail('no-plane', 'The plane of the drawing is not known.')
    const toPlane = invert(plane.frame)
    const segments: Segment[] = []
    for (const [i, { part: id, face }] of saved.entries()) {
      const part = parts.get(id)
      if (!part) return fail('no-part', `Face ${i + 1}: the part that it is of is not before the drawing in the sheet.`)
      const on = part.pointable()
      const region = findFace(on, face)
      if (!region.ok) return saved.length === 1 ? region : fail(region.problem.kind, `Face ${i + 1}: ${region.problem.message}`) // prettier-ignore
      segments.push(...regionOutline(on, region.value, toPlane))
    }
    return ok({ value: segments, key: contentKey(segments), shown: saved.length })
  },
  swapped: (saved, swap) => saved.map((one) => ({ ...one, face: renamedFace(one.face, swap) })),
  facts: () => ({ default: [] }),
}
