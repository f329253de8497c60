import { z } from 'zod'
import { contentKey } from '../content-key'
import type { Pointable } from '../faces/resolve'
import { sectionOutline } from '../faces/section-outline'
import { silhouetteOutline } from '../faces/silhouette'
import { invert } from '../geometry/placement'
import type { Segment } from '../profile/segment'
import { itemBody } from '../references/item-body'
import { fail, ok, type Result } from '../result'
import { evaluateFormula } from '../units/formula'
import type { FieldBase, FieldKind, Scope } from './field-kind'
import { namesAt } from './length'

/** Parts that stand before the drawing, and items of what was gathered. */
export interface SavedBodies {
  /** Ids. */
  parts: string[]
  items: { reference: string; item: string }[]
  /** How far in front of the drawing's plane they are cut, by formula. */
  at: string
}

/** The outlines of bodies, one list for each: where the drawing's plane or one parallel to it cuts them, or as they are seen from the drawing. */
export interface BodiesField extends FieldBase<'bodies', readonly (readonly Segment[])[]> {
  how: 'cut' | 'seen'
}
export const bodiesField = (label: string, how: BodiesField['how']): BodiesField => ({ type: 'bodies', label, how })

const id = z.string().min(1).max(1000)
const schema: z.ZodType<SavedBodies> = z.strictObject({
  parts: z.array(id).max(500).default([]),
  items: z.array(z.strictObject({ reference: id, item: id })).max(500).default([]), // prettier-ignore
  at: z.string().min(1).max(400).default('0'),
})

export const bodiesKind: FieldKind<BodiesField, SavedBodies> = {
  type: 'bodies',
  turn: 'figures',
  schema: () => schema.prefault({}),
  resolve: (saved, spec, at) => {
    const { plane, flatUnion } = at
    const height = evaluateFormula(saved.at, 'length', namesAt(at))
    if (!height.ok) return height
    if (saved.parts.length + saved.items.length === 0)
      return fail('no-part', `${spec.label}: choose a part that stands before the drawing, or an item that was gathered.`) // prettier-ignore
    if (!plane) return fail('no-plane', 'The plane of the drawing is not known.')
    const bodies = bodiesOf(saved, at)
    if (!bodies.ok) return bodies
    const toPlane = invert(plane.frame)
    const found = bodies.value.map((body) =>
      spec.how === 'cut' ? sectionOutline(body, toPlane, height.value) : silhouetteOutline(body, toPlane, flatUnion),
    )
    return ok({ value: found, key: contentKey(found), shown: height.value })
  },
  formulas: (saved, change) => ({ ...saved, at: change(saved.at) }),
  swapped: (saved, { reference, items }) => ({
    ...saved,
    items: saved.items.map((i) => (i.reference === reference ? { ...i, item: items[i.item] ?? i.item } : i)),
  }),
  facts: () => ({ default: { parts: [], items: [], at: '0' } }),
}

function bodiesOf({ parts, items }: SavedBodies, at: Scope): Result<Pointable[]> {
  const found: Pointable[] = []
  for (const part of parts) {
    const here = at.parts.get(part)
    if (!here) return fail('no-part', 'A part that is meant here is not before the drawing in the sheet.')
    found.push(here.pointable())
  }
  for (const { reference, item } of items) {
    const here = at.references.find((r) => r.id === reference)?.items.find((i) => i.id === item)
    if (!here) return fail('lost-item', `An item that is meant here, ${item}, is not in the project any more.`)
    found.push(itemBody(here))
  }
  return ok(found)
}
