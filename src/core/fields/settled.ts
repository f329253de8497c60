import { z } from 'zod'
import { contentKey } from '../content-key'
import { ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'

/** The figures with which the free numbers of a drawing were last solved, by `shape.field`, mm or degrees. */
export type Settled = Readonly<Record<string, number>>
export type SettledField = FieldBase<'settled', Settled>
export const settledField = (label: string): SettledField => ({ type: 'settled', label })

export const settledKind: FieldKind<SettledField, Settled> = {
  type: 'settled',
  turn: 'things',
  schema: () => z.record(z.string().max(300), z.number()).default({}),
  resolve: (saved) => ok({ value: saved, key: contentKey(saved) }),
  facts: () => ({ default: {} }),
}
