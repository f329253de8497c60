import { z } from 'zod'
import { contentKey } from '../content-key'
import { keptEdgeSchema } from '../document/pick-schema'
import { borderOutline, regionOutline } from '../faces/region-outline'
import { findEdge } from '../faces/resolve'
import { renamedEdge } from '../faces/renamed'
import { invert, type Placement } from '../geometry/placement'
import type { Segment } from '../profile/segment'
import { fail, ok, type Result } from '../result'
import type { FieldBase, FieldKind, Scope } from './field-kind'
import { itemFaceSchema, partFaceSchema, pickedFace, swappedFace } from './picked-face'

/** The edges of faces, and edges by themselves, of parts that stand before the drawing and of items, projected onto its plane. */
export type TakenEdgesField = FieldBase<'taken-edges', readonly Segment[]>
export const takenEdgesField = (label: string): TakenEdgesField => ({ type: 'taken-edges', label })

const id = z.string().min(1).max(1000)
const takenSchema = z.union([partFaceSchema, z.strictObject({ part: id, edge: keptEdgeSchema }), itemFaceSchema])
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
    saved.map((one) => ('edge' in one ? { ...one, edge: renamedEdge(one.edge, swap) } : swappedFace(one, swap))),
  facts: () => ({ default: [] }),
}

function edgesOf(one: SavedTaken, at: Scope, toPlane: Placement): Result<Segment[]> {
  if (!('edge' in one)) {
    const face = pickedFace(one, at)
    return face.ok ? ok(regionOutline(face.value.on, face.value.region, toPlane)) : face
  }
  const part = at.parts.get(one.part)
  if (!part) return fail('no-part', 'The part that this was picked on is not before it in the sheet.')
  const on = part.pointable()
  const borders = findEdge(on, one.edge)
  return borders.ok ? ok(borders.value.flatMap((b) => borderOutline(on, on.topology.borders[b]!, toPlane))) : borders
}
