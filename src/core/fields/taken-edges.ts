import { z } from 'zod'
import { contentKey } from '../content-key'
import { type KeptEdge, keptEdgeSchema } from '../document/pick-schema'
import { borderOutline, regionOutline } from '../faces/region-outline'
import { findEdge, type Pointable } from '../faces/resolve'
import { runRound } from '../faces/run-round'
import { renamedEdge } from '../faces/renamed'
import { invert, type Placement } from '../geometry/placement'
import type { Segment } from '../profile/segment'
import { fail, ok, type Result } from '../result'
import type { FieldBase, FieldKind, Scope, Swap } from './field-kind'
import { itemFaceSchema, partFaceSchema, pickedFace, swappedFace } from './picked-face'

/** The edges of faces, and edges by themselves, of parts that stand before the drawing and of items, projected onto its plane. */
export type TakenEdgesField = FieldBase<'taken-edges', readonly Segment[]>
export const takenEdgesField = (label: string): TakenEdgesField => ({ type: 'taken-edges', label })

const id = z.string().min(1).max(1000)
export const takenSchema = z.union([
  partFaceSchema,
  z.strictObject({ part: id, edge: keptEdgeSchema }),
  /** All the way round a face, through an edge of it: its outline, or the rim of a hole in it. */
  partFaceSchema.extend({ round: keptEdgeSchema }),
  itemFaceSchema,
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
  swapped: (saved, swap) => saved.map((one) => swappedTaken(one, swap)),
  facts: () => ({ default: [] }),
}

export function swappedTaken(one: SavedTaken, swap: Swap): SavedTaken {
  if ('edge' in one) return { ...one, edge: renamedEdge(one.edge, swap) }
  const face = swappedFace(one, swap)
  return 'round' in face ? { ...face, round: renamedEdge(face.round, swap) } : face
}

/** Borders of a part or an item, and the face that they are the rim of where one was picked. */
export interface TakenBorders {
  on: Pointable
  borders: readonly number[]
  region?: number
}

/**
 * What was picked, as it is now.
 * Errors: no-part, lost-item, gone, unclear
 */
export function takenBorders(one: SavedTaken, at: Pick<Scope, 'parts' | 'references'>): Result<TakenBorders> {
  if ('edge' in one) return edgesOn(one.part, one.edge, at)
  const face = pickedFace(one, at)
  if (!face.ok) return face
  const { on, region } = face.value
  if (!('round' in one)) return ok({ on, region, borders: on.topology.borders.flatMap((b, i) => (b.regions.includes(region) ? [i] : [])) }) // prettier-ignore
  const edge = edgesOn(one.part, { ...one.round, run: 'piece' }, at)
  if (!edge.ok) return edge
  const border = edge.value.borders[0]!
  return on.topology.borders[border]!.regions.includes(region)
    ? ok({ on, region, borders: runRound(on, region, border) })
    : fail('gone', 'The edge that was picked here is not one of that face any more. Pick another one.')
}

function edgesOn(id: string, edge: KeptEdge, { parts }: Pick<Scope, 'parts'>): Result<TakenBorders> {
  const part = parts.get(id)
  if (!part) return fail('no-part', 'The part that this was picked on is not before it in the sheet.')
  const on = part.pointable()
  const borders = findEdge(on, edge)
  return borders.ok ? ok({ on, borders: borders.value }) : borders
}

function edgesOf(one: SavedTaken, at: Scope, toPlane: Placement): Result<Segment[]> {
  const taken = takenBorders(one, at)
  if (!taken.ok) return taken
  const { on, borders, region } = taken.value
  return ok(region === undefined ? borders.flatMap((b) => borderOutline(on, on.topology.borders[b]!, toPlane)) : regionOutline(on, region, toPlane, borders)) // prettier-ignore
}
