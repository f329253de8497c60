import { useEffect } from 'react'
import type { VariantView } from '@/worker/variant-views'
import { useEngine } from '../actions/actions-context'
import { useDocument, useProject } from '../store/store'

/** How long a document rests before its variants are built anew, ms. */
const REST = 250

/** What the variants come to; of the document as it was a moment ago, until they are built. */
export function useVariants(): VariantView[] | undefined {
  const document = useDocument()
  const views = useProject((s) => s.variants)
  const receive = useProject((s) => s.receive)
  const engine = useEngine()
  const some = document.variants.length > 0
  useEffect(() => {
    if (!some) return receive({ variants: undefined })
    let current = true
    const timer = setTimeout(
      () => void engine.variants(document).then((found) => current && receive({ variants: found })),
      REST,
    )
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [engine, document, some, receive])
  return views
}
