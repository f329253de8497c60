'use client'
import { useState } from 'react'
import { waveThrough } from '@/core/document/print-edits'
import { proofKey } from '@/core/prove/proof-key'
import { heldAgainst, type Held, isStopped } from '@/core/print/gate'
import { useDocument, useProject } from '../store/store'
import { useProofs } from '../prove/use-proofs'

/** What is held against an export; `waits` counts parts that are still looked at. */
export function useGate(): { held: Held[]; stopped: boolean; waits: number } {
  useProofs()
  const document = useDocument()
  const ledger = useProject((s) => s.ledger)
  const findings = useProject((s) => s.findings) ?? []
  const build = useProject((s) => s.build)
  const proofs = useProject((s) => s.proofs)
  const parts = build?.parts ?? []
  const fresh = parts.filter((part) => proofs[part.id]?.of === proofKey(part, document))
  const held = heldAgainst(document, {
    steps: build?.steps ?? [],
    ledger,
    findings,
    proofs: fresh.map((part) => ({ part, lines: proofs[part.id]!.lines })),
  })
  return { held, stopped: isStopped(held), waits: parts.length - fresh.length }
}

/** What the ledger, the checks and the proofs still hold against an export; the maker can let it pass. */
export function Gate({ held, waits }: { held: readonly Held[]; waits: number }) {
  const waiting = waits > 0 && (
    <p role="status" className="py-1 text-soft">
      {waits} {waits === 1 ? 'part is' : 'parts are'} still looked at …
    </p>
  )
  if (held.length === 0 && waits === 0)
    return (
      <p className="py-1 text-moss">
        ✓ The ledger holds, the checks have nothing to say, and the parts print as they are.
      </p>
    )
  return (
    <>
      {waiting}
      <ul aria-label="Held against it" className="py-1 text-[15px] leading-snug">
        {held.map((h) => (
          <One key={h.what} held={h} />
        ))}
      </ul>
    </>
  )
}

function One({ held: { what, weight, says, why } }: { held: Held }) {
  const edit = useProject((s) => s.edit)
  const [asked, setAsked] = useState(false)
  const pass = (text: string) => {
    setAsked(false)
    if (text.trim()) edit(waveThrough(what, text.trim()))
  }
  if (why !== undefined)
    return (
      <li className="border-t border-hair py-1 text-soft first:border-t-0">
        ○ {says} <span className="text-ink">You let it pass: {why}</span>{' '}
        <button type="button" className="figure" onClick={() => edit(waveThrough(what, undefined))}>
          hold it against it again
        </button>
      </li>
    )
  return (
    <li className={`border-t border-hair py-1 first:border-t-0 ${weight === 'stop' ? 'text-rust' : 'text-ochre'}`}>
      {weight === 'stop' ? '■' : '▲'} {says}{' '}
      {asked ? (
        <input
          autoFocus
          aria-label="Why it may pass"
          placeholder="why it may pass"
          maxLength={400}
          className="w-full border-b border-dotted border-figure bg-transparent text-ink outline-none focus:border-solid"
          onBlur={(e) => pass(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') pass(e.currentTarget.value)
            if (e.key === 'Escape') setAsked(false)
          }}
        />
      ) : (
        <button type="button" className="figure" aria-label={`Let it pass: ${says}`} onClick={() => setAsked(true)}>
          let it pass
        </button>
      )}
    </li>
  )
}
