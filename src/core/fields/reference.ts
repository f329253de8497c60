import { z } from 'zod'
import { contentKey } from '../content-key'
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

/** Several references of the project, by id, each with a board. */
export type ReferencesField = FieldBase<'references', readonly Reference[]>
export const referencesField = (label: string): ReferencesField => ({ type: 'references', label })

export const referencesKind: FieldKind<ReferencesField, string[]> = {
  type: 'references',
  turn: 'things',
  schema: () => z.array(z.string().max(200)).max(20).default([]),
  resolve: (saved, _spec, { references }) => {
    const found = references.filter((r) => saved.includes(r.id))
    const plain = found.find((r) => !r.board)
    if (found.length < new Set(saved).size)
      return fail('no-reference', 'One of these is not in the project any more; choose them again.')
    if (plain) return fail('no-board', `${plain.name} has no board: no item in it is thin and flat.`)
    return ok({ value: found, key: contentKey(found.map((r) => r.key)), shown: saved })
  },
  facts: () => ({ default: [] }),
}

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
