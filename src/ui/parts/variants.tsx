'use client'
import { addVariant, AS_DRAWN, dropVariant, inHand, nameVariant } from '@/core/document/variants'
import { newId } from '../new-id'
import { Heading } from '../primitives/heading'
import { NameInput } from '../primitives/name-input'
import { Remove } from '../primitives/small'
import { useDocument, useProject } from '../store/store'
import { useVariants } from './use-variants'
import { VariantTable } from './variant-table'

/** Versions of the project beside each other: what differs, and what each comes to. */
export function Variants() {
  const document = useDocument()
  const { variants, variant } = document
  const edit = useProject((s) => s.edit)
  const views = useVariants()
  const comparing = useProject((s) => s.comparing)
  const set = useProject((s) => s.set)
  const name = `Variant ${variants.length + 1}`
  return (
    <section aria-label="Variants" className="pt-4">
      <Heading aside={variants.length > 0 ? `${variants.length + 1} versions` : ''}>Variants</Heading>
      {variants.length === 0 && (
        <p className="py-1 text-soft">
          A variant is this project with some numbers changed and some steps switched: a thicker one, one without the
          lug. They lie side by side and are exported together.
        </p>
      )}
      {variants.length > 0 && (
        <ul>
          {[{ id: '', name: AS_DRAWN }, ...variants].map((v) => (
            <li key={v.id} className="flex items-baseline gap-2 py-0.5">
              <input
                type="radio"
                name="variant in hand"
                aria-label={`Take ${v.name} in hand`}
                className="accent-(--figure)"
                checked={(variant ?? '') === v.id}
                onChange={() => edit(inHand(v.id || undefined))}
              />
              {v.id === '' ? (
                <span className="flex-1">{AS_DRAWN}</span>
              ) : (
                <NameInput
                  label={`Name of the variant ${v.name}`}
                  name={v.name}
                  className="flex-1"
                  onName={(next) => edit(nameVariant(v.id, next))}
                />
              )}
              {v.id !== '' && (
                <>
                  <button
                    type="button"
                    className="figure"
                    aria-pressed={comparing === v.id}
                    onClick={() => {
                      if (variant !== v.id) edit(inHand(v.id))
                      set({ comparing: comparing === v.id ? undefined : v.id, inHand: undefined })
                    }}
                  >
                    {comparing === v.id ? 'done' : 'what differs'}
                  </button>
                  <Remove label={`Take out the variant ${v.name}`} act={() => edit(dropVariant(v.id))} />
                </>
              )}
            </li>
          ))}
        </ul>
      )}
      <p className="flex gap-5 py-1.5">
        <button type="button" className="figure" onClick={() => edit(addVariant(newId(), name, variant))}>
          {variant ? 'a variant of this one' : 'make a variant'}
        </button>
        {variants.length > 0 && (
          <button
            type="button"
            className="figure"
            aria-pressed={comparing === 'beside'}
            onClick={() => set({ comparing: comparing === 'beside' ? undefined : 'beside', picks: [] })}
          >
            {comparing === 'beside' ? 'show the one in hand' : 'show them side by side'}
          </button>
        )}
      </p>
      {variants.length > 0 && <VariantTable views={views} />}
    </section>
  )
}
