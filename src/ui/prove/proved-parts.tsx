'use client'
import { useState } from 'react'
import { setPart, together } from '@/core/document/edits'
import { plainVec } from '@/core/geometry/vec'
import { isBetter } from '@/core/prove/directions'
import { proofKey } from '@/core/prove/proof-key'
import { useEngine } from '../actions/actions-context'
import { Heading } from '../primitives/heading'
import { useDocument, useProject } from '../store/store'
import { useProvedPart } from './proved-part'

/** The parts, each with how much of it is to be looked at. */
export function ProvedParts() {
  const parts = useProject((s) => s.build?.parts) ?? []
  const proofs = useProject((s) => s.proofs)
  const document = useDocument()
  const set = useProject((s) => s.set)
  const proving = useProject((s) => s.proving)
  const { part: chosen } = useProvedPart()
  return (
    <section aria-label="Parts as they are printed">
      <Heading aside="as they will be printed">Prove</Heading>
      <ul>
        {parts.map((part) => {
          const proof = proofs[part.id]
          const fresh = proof?.of === proofKey(part, document)
          const looks = proof?.lines.filter((l) => l.verdict === 'look').length ?? 0
          return (
            <li key={part.id} className="flex items-baseline gap-2 border-t border-hair py-1 first:border-t-0">
              <span aria-hidden className="size-3 self-center rounded-[2px]" style={{ background: part.color }} />
              <button
                type="button"
                aria-pressed={part.id === chosen?.id}
                className={`flex-1 text-left ${part.id === chosen?.id ? 'font-semibold' : 'hover:text-figure'}`}
                onClick={() => set({ proving: { ...proving, part: part.id, at: undefined, layer: 1 } })}
              >
                {part.name}
              </button>
              <span
                className={`text-[14px] ${!fresh ? 'text-soft' : looks > 0 || proof.problem ? 'text-ochre' : 'text-moss'}`}
              >
                {!fresh
                  ? 'looking …'
                  : proof.problem
                    ? '■ cannot be proved'
                    : looks > 0
                      ? `▲ ${looks} to look at`
                      : '✓ prints as it is'}
              </span>
            </li>
          )
        })}
      </ul>
      <LayAll />
    </section>
  )
}

/** Lays every part the best way there is for it, where that is better than how it lies. */
function LayAll() {
  const parts = useProject((s) => s.build?.parts) ?? []
  const edit = useProject((s) => s.edit)
  const engine = useEngine()
  const [state, setState] = useState<'busy' | number>()
  const lay = async () => {
    setState('busy')
    const edits = []
    for (const part of parts) {
      const ways = await engine.directions(part.id)
      const best = ways?.found[0]
      if (best && isBetter(best, ways.now)) edits.push(setPart(part.id, { lies: plainVec(best.down) }))
    }
    if (edits.length > 0) edit(together(...edits))
    setState(edits.length)
  }
  return (
    <p className="pt-1 text-[15px]">
      <button type="button" className="figure" disabled={state === 'busy'} onClick={() => void lay()}>
        {state === 'busy' ? 'looking for ways …' : 'lay each the best way'}
      </button>
      {typeof state === 'number' && (
        <span role="status" className="pl-3 text-soft">
          {state === 0
            ? 'They lie so already.'
            : `${state} ${state === 1 ? 'part lies' : 'parts lie'} another way now; Undo takes it back.`}
        </span>
      )}
    </p>
  )
}
