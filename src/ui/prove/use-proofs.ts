import { useEffect } from 'react'
import { proofKey } from '@/core/prove/proof-key'
import type { PartView } from '@/worker/views'
import { useEngine } from '../actions/actions-context'
import { useDocument, useProject, useProjectStore } from '../store/store'

/** How long to wait until the checks have the build that the page has, ms. */
const LATER = 150

/** Has parts looked at as they will be printed, the one in hand first, as long as the page is there. */
export function useProofs(): void {
  const build = useProject((s) => s.build)
  const first = useProject((s) => s.proving.part)
  const document = useDocument()
  const { printer, unit, parts } = document
  const engine = useEngine()
  const store = useProjectStore()
  useEffect(() => {
    if (!build || build.quality === 'drag') return
    let current = true
    const look = async (part: PartView) => {
      const of = proofKey(part, { printer, unit, parts })
      while (current && store.getState().proofs[part.id]?.of !== of) {
        const found = await engine.prove(part.id, of).catch((error: unknown) => ({
          ...NOTHING,
          part: part.id,
          problem: error instanceof Error ? error.message : String(error),
        }))
        const { proofs, receive } = store.getState()
        if (found) receive({ proofs: { ...proofs, [part.id]: { ...found, of } } })
        else await new Promise((resolve) => setTimeout(resolve, LATER))
      }
    }
    void [...build.parts]
      .sort((a, b) => Number(b.id === first) - Number(a.id === first))
      .reduce((before, part) => before.then(() => look(part)), Promise.resolve())
    return () => {
      current = false
    }
  }, [build, first, printer, unit, parts, engine, store])
}

const NOTHING = { lines: [], layers: [], bed: new Float32Array() }
