import { z } from 'zod'
import { contentKey } from '../content-key'
import type { Solid } from '../kernel/kernel'
import { boardFacts } from '../references/names'
import { fail, ok } from '../result'
import { type FieldBase, type FieldKind, type Token, withArticle } from './field-kind'
import { prefixed } from './reference'

/** What an earlier step left, and the parts of it that this step works on, as they are now. */
export interface PublicationValue<T> {
  step: string
  data: T
  parts: ReadonlyMap<string, Solid>
}

/** What an earlier step left under a token, by that step's id, with a name after a dot where it left several; empty: the nearest before. */
export interface PublicationField<T = unknown> extends FieldBase<'publication', PublicationValue<T>> {
  token: Token<T>
  /** The parts of it that this step changes. */
  changes(data: T): readonly string[]
  /** It may be left out: where nothing of it is there, it comes to nothing. */
  optional?: true
}

export const publicationField = <T>(
  label: string,
  what: Token<T>,
  changes: (data: T) => readonly string[],
): PublicationField<T> => ({ type: 'publication', label, token: what, changes })

/** One that only some choices of the step need. */
export const maybePublicationField = <T>(label: string, what: Token<T>): PublicationField<T> => ({ ...publicationField(label, what, () => []), optional: true }) // prettier-ignore

export const publicationKind: FieldKind<PublicationField, string> = {
  type: 'publication',
  turn: 'things',
  schema: () => z.string().max(200).default(''),
  resolve: (saved, spec, { published, parts, references }) => {
    const found = published.findLast((p) => p.token === spec.token.name && p.id === (saved === '' ? p.step : saved))
    if (!found && spec.optional && saved === '') return ok({ value: undefined, key: '', shown: '' })
    if (!found)
      return fail(
        'no-step',
        saved === ''
          ? `This needs ${withArticle(spec.token.called)} before it in the sheet.`
          : `The ${spec.token.called} that this works on is not before it in the sheet, or could not be built.`,
      )
    const changes = spec.changes(found.data)
    const missing = changes.find((id) => !parts.has(id))
    if (missing !== undefined) return fail('no-part', 'The part this step changes could not be built, or is used up.')
    const reference = references.find((r) => r.id === found.reference)
    return ok({
      value: { step: found.step, data: found.data, parts: new Map(changes.map((id) => [id, parts.get(id)!.solid])) },
      key: contentKey([found.key, changes.map((id) => parts.get(id)!.key)]),
      shown: found.id,
      changes,
      ...(found.reference === undefined ? {} : { reference: found.reference }),
      names: {
        ...prefixed(found.as, found.facts),
        ...(reference?.board ? prefixed('board', boardFacts(reference.board)) : {}),
      },
    })
  },
  facts: () => ({ default: '' }),
}
