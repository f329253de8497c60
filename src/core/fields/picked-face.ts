import { z } from 'zod'
import { keptFaceSchema } from '../document/pick-schema'
import { faceRefSchema } from '../document/placing-schema'
import { renamedFace } from '../faces/renamed'
import { findFace, type Pointable, shapesOf } from '../faces/resolve'
import { mostAlike } from '../references/face-ref'
import { itemBody } from '../references/item-body'
import { fail, ok, type Result } from '../result'
import type { Scope, Swap } from './field-kind'

const id = z.string().min(1).max(1000)
/** A face of a part that stands before the step. */
export const partFaceSchema = z.strictObject({ part: id, face: keptFaceSchema })
/** A face of an item of something that was gathered. */
export const itemFaceSchema = z.strictObject({ reference: id, face: faceRefSchema })
export const pickedFaceSchema = z.union([partFaceSchema, itemFaceSchema])
export type PickedFace = z.infer<typeof pickedFaceSchema>

/** Where a face was found: what it is of, and which of its regions it is. */
export interface FoundFace {
  on: Pointable
  region: number
}

export const shapeOf = ({ on, region }: FoundFace) => on.mesh.surfaces[on.topology.surfaceOf[region]!]!.shape

/**
 * The face that was picked, as it is now.
 * Errors: no-part, lost-item, gone, unclear
 */
export function pickedFace(saved: PickedFace, at: Pick<Scope, 'parts' | 'references'>): Result<FoundFace> {
  if ('reference' in saved) return faceOfItem(saved, at.references)
  const part = at.parts.get(saved.part)
  if (!part) return fail('no-part', 'The part that this was picked on is not before it in the sheet.')
  const on = part.pointable()
  const region = findFace(on, saved.face)
  return region.ok ? ok({ on, region: region.value }) : region
}

function faceOfItem(
  { reference, face }: z.infer<typeof itemFaceSchema>,
  references: Scope['references'],
): Result<FoundFace> {
  const there = references.find((r) => r.id === reference)
  const item = there?.items.find((i) => i.id === face.item)
  if (!there || !item) return fail('lost-item', `The item that it is of, ${face.item}, is not in the project any more.`)
  const on = itemBody(item)
  const region = mostAlike(shapesOf(on), face, there.placement, there.sized)
  return region === undefined
    ? fail('gone', 'The face that was picked here is not there any more. Pick another one.')
    : ok({ on, region })
}

/** The same face once a reference has its next revision. */
export function swappedFace<F extends PickedFace>(one: F, swap: Swap): F {
  if ('part' in one) return { ...one, face: renamedFace(one.face, swap) }
  if (one.reference !== swap.reference) return one
  return { ...one, face: { ...one.face, item: swap.items[one.face.item] ?? one.face.item } }
}
