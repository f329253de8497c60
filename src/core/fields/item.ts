import { z } from 'zod'
import { contentKey } from '../content-key'
import type { Hole } from '../references/board'
import type { PlacedItem } from '../references/place-items'
import type { Reference } from '../references/resolve'
import { fail, ok, type Result } from '../result'
import type { FieldBase, FieldKind, Scope, Swap } from './field-kind'

/** An item of the reference that another field of the step is about, by id. */
export interface ItemField extends FieldBase<'item', PlacedItem> {
  of: string
}

export const itemField = (label: string, of: string): ItemField => ({ type: 'item', label, of })

/** The reference that a field of the step is about. */
function referenceOf(of: string, { fields, references }: Scope): Result<Reference> {
  const id = fields.get(of)?.reference
  const found = references.find((r) => r.id === id)
  return found ? ok(found) : fail('no-reference', 'What this step fits is not in the project any more.')
}

const renamed = (id: string, { items, own }: Swap): string => (own ? (items[id] ?? id) : id)

export const itemKind: FieldKind<ItemField, string> = {
  type: 'item',
  turn: 'picks',
  schema: () => z.string().max(1000).default(''),
  resolve: (saved, spec, at) => {
    const reference = referenceOf(spec.of, at)
    if (!reference.ok) return reference
    const item = reference.value.items.find((i) => i.id === saved)
    if (!item)
      return fail(
        'lost-item',
        saved === ''
          ? `Choose an item of ${reference.value.name}.`
          : `${reference.value.name} has no item "${saved}" any more; choose another.`,
      )
    return ok({ value: item, key: item.key, shown: item.id })
  },
  swapped: renamed,
  facts: () => ({ default: '' }),
}

/** Several items of that reference, by id. */
export interface ItemsField extends FieldBase<'items', readonly PlacedItem[]> {
  of: string
}
export const itemsField = (label: string, of: string): ItemsField => ({ type: 'items', label, of })

export const itemsKind: FieldKind<ItemsField, string[]> = {
  type: 'items',
  turn: 'picks',
  schema: () => z.array(z.string().max(1000)).max(200).default([]),
  resolve: (saved, spec, at) => {
    const reference = referenceOf(spec.of, at)
    if (!reference.ok) return reference
    const items = reference.value.items.filter((i) => saved.includes(i.id))
    const lost = saved.find((id) => !items.some((i) => i.id === id))
    if (lost !== undefined) return fail('lost-item', `${reference.value.name} has no item "${lost}" any more; choose another.`) // prettier-ignore
    return ok({ value: items, key: contentKey(items.map((i) => i.key)), shown: saved })
  },
  swapped: (saved, swap) => saved.map((id) => renamed(id, swap)),
  facts: () => ({ default: [] }),
}

/** A choice for each of some items of the reference, by item id. */
export interface ItemChoicesField<V extends string = string> extends FieldBase<
  'item-choices',
  Readonly<Record<string, V>>
> {
  of: string
  options: Readonly<Record<V, string>>
  default: V
}

export const itemChoicesField = <V extends string>(
  label: string,
  of: string,
  fallback: NoInfer<V>,
  options: Record<V, string>,
): ItemChoicesField<V> => ({ type: 'item-choices', label, of, default: fallback, options })

export const itemChoicesKind: FieldKind<ItemChoicesField, Record<string, string>> = {
  type: 'item-choices',
  turn: 'picks',
  schema: (spec) =>
    z.record(z.string().max(1000), z.enum(Object.keys(spec.options) as [string, ...string[]])).default({}),
  resolve: (saved) => ok({ value: saved, key: contentKey(Object.entries(saved).sort()), shown: saved }),
  swapped: (saved, swap) => Object.fromEntries(Object.entries(saved).map(([id, v]) => [renamed(id, swap), v])),
  facts: (spec) => ({ default: {}, options: Object.keys(spec.options) }),
}

/** Holes of the board: `mounting` for all that look like mounting holes, or their ids. */
export interface HolesField extends FieldBase<'holes', readonly Hole[]> {
  of: string
}

export const holesField = (label: string, of: string): HolesField => ({ type: 'holes', label, of })

export const holesKind: FieldKind<HolesField, 'mounting' | string[]> = {
  type: 'holes',
  turn: 'picks',
  schema: () => z.union([z.literal('mounting'), z.array(z.string().max(1000)).max(10_000)]).default('mounting'),
  resolve: (saved, spec, at) => {
    const reference = referenceOf(spec.of, at)
    if (!reference.ok) return reference
    const holes = reference.value.board?.holes ?? []
    const lost = saved === 'mounting' ? undefined : saved.find((id) => !holes.some((h) => h.id === id))
    if (lost !== undefined) return fail('lost-hole', `The board has no hole ${lost} any more; choose its holes again.`)
    const chosen = holes.filter((h) => (saved === 'mounting' ? h.mounting : saved.includes(h.id)))
    return ok({
      value: chosen,
      key: contentKey(chosen.map((h) => [h.id, h.centre, h.diameter, h.through])),
      shown: saved,
    })
  },
  swapped: (saved, swap) => (saved === 'mounting' ? saved : saved.map((id) => renamed(id, swap))),
  facts: () => ({ default: 'mounting' }),
}
