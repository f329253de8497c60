import { z } from 'zod'
import { contentKey } from '../content-key'
import { sectionOutline } from '../faces/section-outline'
import { invert } from '../geometry/placement'
import type { Segment } from '../profile/segment'
import { fail, ok } from '../result'
import { evaluateFormula } from '../units/formula'
import type { FieldBase, FieldKind } from './field-kind'
import { namesAt } from './length'

/** Outlines of parts that stand before the drawing, cut by a plane parallel to its own: one list for each part. */
export type SectionField = FieldBase<'section', readonly (readonly Segment[])[]>
export const sectionField = (label: string): SectionField => ({ type: 'section', label })

const schema = z.strictObject({
  /** Ids. */
  parts: z.array(z.string().min(1).max(1000)).max(500).default([]),
  /** How far in front of the drawing's plane, by formula. */
  at: z.string().min(1).max(400).default('0'),
})
export type SavedSection = z.infer<typeof schema>

export const sectionKind: FieldKind<SectionField, SavedSection> = {
  type: 'section',
  turn: 'figures',
  schema: () => schema.prefault({}),
  resolve: (saved, spec, at) => {
    const { parts, plane } = at
    const height = evaluateFormula(saved.at, 'length', namesAt(at))
    if (!height.ok) return height
    if (saved.parts.length === 0) return fail('no-part', `${spec.label}: choose a part that stands before the drawing.`)
    if (!plane) return fail('no-plane', 'The plane of the drawing is not known.')
    const found: Segment[][] = []
    for (const id of saved.parts) {
      const part = parts.get(id)
      if (!part) return fail('no-part', 'A part that is cut here is not before the drawing in the sheet.')
      found.push(sectionOutline(part.pointable(), invert(plane.frame), height.value))
    }
    return ok({ value: found, key: contentKey(found), shown: height.value })
  },
  formulas: (saved, change) => ({ ...saved, at: change(saved.at) }),
  facts: () => ({ default: { parts: [], at: '0' } }),
}
