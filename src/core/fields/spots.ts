import { z } from 'zod'
import { contentKey } from '../content-key'
import type { Vec2 } from '../geometry/vec'
import { ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'
import { placeSchema, placesField, placesKind, type SavedPlace } from './place'

/** A place, mm on its plane, with a name that it keeps whichever others come and go. */
export interface Spot {
  at: Vec2
  name: string
}

/** Several places, each with a name of its own. */
export type SpotsField = FieldBase<'spots', readonly Spot[]>
export const spotsField = (label: string): SpotsField => ({ type: 'spots', label })

const id = z.string().min(1).max(100).optional()
const [across, polar, round] = placeSchema.options
const spotSchema = z.union([across.extend({ id }), polar.extend({ id }), round.extend({ id })])
export type SavedSpot = SavedPlace & { id?: string | undefined }

/** What each is called: as it says, else by its number in the list. */
export function spotNames(saved: readonly SavedSpot[]): string[] {
  const names: string[] = []
  for (const [k, spot] of saved.entries()) {
    let name = spot.id ?? `${k + 1}`
    while (names.includes(name)) name += '’'
    names.push(name)
  }
  return names
}

/** With names written down, so that they stay when the list changes. */
export const named = (saved: readonly SavedSpot[]): SavedSpot[] => {
  const names = spotNames(saved)
  return saved.map((spot, k) => ({ ...spot, id: names[k]! }))
}

export const spotsKind: FieldKind<SpotsField, SavedSpot[]> = {
  type: 'spots',
  turn: 'figures',
  schema: () => z.array(spotSchema).max(1000).default([]),
  resolve: (saved, spec, at) => {
    const places = placesKind.resolve(saved, placesField(spec.label, 0), at)
    if (!places.ok) return places
    const names = spotNames(saved)
    const found = (places.value.value as Vec2[]).map((place, k): Spot => ({ at: place, name: names[k]! }))
    return ok({ value: found, key: contentKey(found), shown: places.value.shown })
  },
  formulas: (saved, change, spec) => placesKind.formulas!(saved, change, placesField(spec.label, 0)),
  facts: () => ({ default: [] }),
}
