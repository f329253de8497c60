import { z } from 'zod'
import { contentKey } from '../content-key'
import type { ResolvedOutline } from '../references/resolve-outline'
import { fail, ok } from '../result'
import type { FieldBase, FieldKind } from './field-kind'

/** A flat outline that was gathered: traced from a photo, or a drawing. By id. */
export type OutlineField = FieldBase<'outline', ResolvedOutline>
export const outlineField = (label: string): OutlineField => ({ type: 'outline', label })

export const outlineKind: FieldKind<OutlineField, string> = {
  type: 'outline',
  turn: 'figures',
  schema: () => z.string().max(200).default(''),
  resolve: (saved, _, { outlines }) => {
    const found = (outlines?.() ?? []).find((o) => o.id === saved)
    if (!found)
      return fail('no-outline', saved === '' ? 'Choose an outline that was gathered.' : 'The outline that was taken here is not in the project any more.') // prettier-ignore
    if (found.problem) return fail(found.problem.kind, `${found.name}: ${found.problem.message}`)
    return ok({ value: found, key: contentKey([found.profile, found.open]), shown: saved })
  },
  facts: () => ({ default: '' }),
}
