'use client'
import { AS_DRAWN, inHand } from '@/core/document/variants'
import { Choose } from '../primitives/choose'
import { useDocument, useProject } from '../store/store'

/** Which of the project's variants the sheet shows; nothing where there is none. */
export function VariantInHand() {
  const { variants, variant = '' } = useDocument()
  const edit = useProject((s) => s.edit)
  if (variants.length === 0) return null
  return (
    <p className="pt-1 text-[14px] text-soft">
      In hand:{' '}
      <Choose
        label="The variant in hand"
        value={variant || AS_DRAWN}
        options={{ [AS_DRAWN]: AS_DRAWN, ...Object.fromEntries(variants.map((v) => [v.id, v.name])) }}
        onChange={(id) => edit(inHand(id === AS_DRAWN ? undefined : id))}
      />
    </p>
  )
}
