'use client'
import { useState } from 'react'
import { isWithin } from '@/core/print/on-bed'
import { formatLength } from '@/core/units/length'
import type { PartView } from '@/worker/views'
import { Heading } from '../primitives/heading'
import { useDocument, useProject, useUnit } from '../store/store'
import { firstCutOf } from './divides'
import { ProposeCuts } from './propose-cuts'

/** Every part against the bed, pieces of one whole under its name. */
export function Pieces() {
  const parts = useProject((s) => s.build?.parts) ?? []
  const { bed } = useDocument().printer
  const unit = useUnit()
  const wholes = [...new Set(parts.map((p) => p.piece?.whole ?? ''))]
  return (
    <section aria-label="Pieces">
      <Heading aside={`bed ${bed.map((v) => formatLength(v, unit)).join(' × ')}`}>Pieces</Heading>
      {parts.length === 0 && (
        <p className="py-1 text-soft">There is no part yet that could be divided; steps in Shape make them.</p>
      )}
      {wholes.map((whole) => (
        <div key={whole}>
          {whole && <Whole name={whole} piece={parts.find((p) => p.piece?.whole === whole)!.id} />}
          <ul>
            {parts
              .filter((p) => (p.piece?.whole ?? '') === whole)
              .map((p) => (
                <Piece key={p.id} part={p} bed={bed} />
              ))}
          </ul>
        </div>
      ))}
    </section>
  )
}

/** What pieces are of, which can be shown round them. @param piece one of them, by its id */
function Whole({ name, piece }: { name: string; piece: string }) {
  const cut = firstCutOf(piece, useDocument().steps)
  const shown = useProject((s) => cut !== undefined && s.inHand === cut)
  const set = useProject((s) => s.set)
  return (
    <h3 className="flex justify-between pt-1.5 text-[13.5px] font-semibold text-soft">
      of {name}
      {cut && (
        <button
          type="button"
          className="font-normal hover:text-ink"
          onClick={() => set({ inHand: shown ? undefined : cut, picks: [] })}
        >
          {shown ? 'hide the whole' : 'show the whole'}
        </button>
      )}
    </h3>
  )
}

function Piece({ part, bed }: { part: PartView; bed: readonly [number, number, number] }) {
  const unit = useUnit()
  const fits = isWithin(part.lies, bed)
  const [supports, setSupports] = useState(false)
  return (
    <li className="border-t border-hair py-1.5 first:border-t-0">
      <p className="flex items-baseline gap-2">
        <span aria-hidden className="size-3 self-center rounded-[2px]" style={{ background: part.color }} />
        <span className="flex-1">{part.name}</span>
        <span className="text-[14px] text-soft">
          {part.lies.map((v) => formatLength(v, unit)).join(' × ')} {unit}
        </span>
        <span className={`w-20 text-right text-[14px] ${fits ? 'text-moss' : 'text-rust'}`}>
          {fits ? '✓ fits' : '■ too large'}
        </span>
      </p>
      {!fits && <ProposeCuts key={part.key} part={part} what="bed" />}
      {supports ? (
        <ProposeCuts key={`${part.key} supports`} part={part} what="supports" />
      ) : (
        <p className="pl-5">
          <button
            type="button"
            className="text-[14px] text-soft hover:text-ink"
            aria-label={`${part.name} without supports`}
            onClick={() => setSupports(true)}
          >
            without supports …
          </button>
        </p>
      )}
    </li>
  )
}
