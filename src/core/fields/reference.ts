import { z } from 'zod'
import { boardFacts } from '../references/names'
import type { Reference } from '../references/resolve'
import { fail, ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'

/** A reference of the project, by id; empty: the first, of those with a board if one is needed. */
export interface ReferenceField<V = Reference> extends FieldBase<'reference', V> {
  needs?: 'board'
  /** Nothing is gathered yet: then it is undefined. */
  optional?: true
}

export const referenceField = (label: string, needs?: 'board'): ReferenceField => ({
  type: 'reference',
  label,
  ...(needs ? { needs } : {}),
})
/** One that may be missing as long as nothing is gathered. */
export const anyReferenceField = (label: string): ReferenceField<Reference | undefined> => ({ type: 'reference', label, optional: true }) // prettier-ignore

export const referenceKind: FieldKind<ReferenceField, string> = {
  type: 'reference',
  turn: 'things',
  schema: () => z.string().max(200).default(''),
  resolve: (saved, spec, { references }) => {
    const found = saved === '' ? references.find((r) => !spec.needs || r.board) : references.find((r) => r.id === saved)
    if (!found && saved === '' && spec.optional) return ok({ value: undefined, key: '' })
    if (!found)
      return fail(
        'no-reference',
        saved === ''
          ? `Nothing is gathered yet that ${spec.needs === 'board' ? 'has a board' : 'this could fit'}.`
          : 'What this step fits is not in the project any more; choose another.',
      )
    return ok({
      value: found,
      key: found.key,
      shown: found.id,
      reference: found.id,
      ...(found.board ? { names: prefixed('board', boardFacts(found.board)) } : {}),
    })
  },
  facts: () => ({ default: '' }),
}

export const prefixed = (prefix: string, facts: Readonly<Record<string, number>>): Record<string, number> =>
  Object.fromEntries(Object.entries(facts).map(([name, value]) => [`${prefix}.${name}`, value]))
