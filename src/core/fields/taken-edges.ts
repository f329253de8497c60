import { z } from 'zod'
import { contentKey } from '../content-key'
import { keptEdgeSchema, keptFaceSchema } from '../document/pick-schema'
import { type FaceRef, faceRefSchema } from '../document/placing-schema'
import { borderOutline, regionOutline } from '../faces/region-outline'
import { findEdge, findFace } from '../faces/resolve'
import { renamedEdge, renamedFace } from '../faces/renamed'
import { invert, type Placement } from '../geometry/placement'
import type { Segment } from '../profile/segment'
import { mostAlike } from '../references/face-ref'
import { itemBody } from '../references/item-body'
import { fail, ok, type Result } from '../result'
import type { FieldBase, FieldKind, Scope } from './field-kind'

/** The edges of faces, and edges by themselves, of parts that stand before the drawing and of items, projected onto its plane. */
export type TakenEdgesField = FieldBase<'taken-edges', readonly Segment[]>
export const takenEdgesField = (label: string): TakenEdgesField => ({ type: 'taken-edges', label })

const id = z.string().min(1).max(1000)
const takenSchema = z.union([
  z.strictObject({ part: id, face: keptFaceSchema }),
  z.strictObject({ part: id, edge: keptEdgeSchema }),
  z.strictObject({ reference: id, face: faceRefSchema }),
])
export type SavedTaken = z.infer<typeof takenSchema>

export const takenEdgesKind: FieldKind<TakenEdgesField, SavedTaken[]> = {
  type: 'taken-edges',
  turn: 'figures',
  schema: () => z.array(takenSchema).max(500).default([]),
  resolve: (saved, spec, at) => {
    if (saved.length === 0) return fail('no-face', `${spec.label}: pick a face or an edge in the scene.`)
    if (!at.plane) return fail('no-plane', 'The plane of the drawing is not known.')
    const toPlane = invert(at.plane.frame)
    const segments: Segment[] = []
    for (const [i, one] of saved.entries()) {
      const found = edgesOf(one, at, toPlane)
      if (!found.ok) return saved.length === 1 ? found : fail(found.problem.kind, `${'edge' in one ? 'Edge' : 'Face'} ${i + 1}: ${found.problem.message}`) // prettier-ignore
      segments.push(...found.value)
    }
    return ok({ value: segments, key: contentKey(segments), shown: saved.length })
  },
  swapped: (saved, swap) =>
    saved.map((one) => {
      if ('edge' in one) return { ...one, edge: renamedEdge(one.edge, swap) }
      if ('part' in one) return { ...one, face: renamedFace(one.face, swap) }
      return one.reference === swap.reference ? { ...one, face: { ...one.face, item: swap.items[one.face.item] ?? one.face.item } } : one // prettier-ignore
    }),
  facts: () => ({ default: [] }),
}

function edgesOf(one: SavedTaken, at: Scope, toPlane: Placement): Result<Segment[]> {
  if ('reference' in one) return edgesOfItem(one.reference, one.face, at, toPlane)
  const part = at.parts.get(one.part)
  if (!part) return fail('no-part', 'The part that it is of is not before the drawing in the sheet.')
  const on = part.pointable()
  if ('face' in one) {
    const region = findFace(on, one.face)
    return region.ok ? ok(regionOutline(on, region.value, toPlane)) : region
  }
  const borders = findEdge(on, one.edge)
  return borders.ok ? ok(borders.value.flatMap((b) => borderOutline(on, on.topology.borders[b]!, toPlane))) : borders
}

function edgesOfItem(reference: string, face: FaceRef, at: Scope, toPlane: Placement): Result<Segment[]> {
  const there = at.references.find((r) => r.id === reference)
  const item = there?.items.find((i) => i.id === face.item)
  if (!there || !item) return fail('lost-item', `The item that it is of, ${face.item}, is not in the project any more.`)
  const on = itemBody(item)
  const shapes = on.topology.surfaceOf.map((s) => on.mesh.surfaces[s]!.shape)
  const region = mostAlike(shapes, face, there.placement, there.sized)
  if (region === undefined)
    return fail('gone', 'The face that was picked here is not there any more. Pick another one.')
  return ok(regionOutline(on, region, toPlane))
}
