'use client'
import { useState } from 'react'
import { newRow, setRow, together } from '@/core/document/edits'
import type { FoundPair } from '@/core/fit/found-pairs'
import { formatGap } from '@/core/units/length'
import { newId } from '../new-id'
import { Heading } from '../primitives/heading'
import { useProject, useUnit } from '../store/store'

/** As many are shown before the rest is asked for. */
const FEW = 4

/** Things that lie beside each other and that no row watches, each with the offer of one. */
export function FoundPairs() {
  const pairs = useProject((s) => s.pairs)
  const [all, setAll] = useState(false)
  const edit = useProject((s) => s.edit)
  const set = useProject((s) => s.set)
  const unit = useUnit()
  const printer = useProject((s) => s.history.present.printer)
  if (pairs.length === 0) return null
  const watch = (some: readonly FoundPair[]) =>
    edit(together(...some.map((p) => setRow(newRow(newId(), p.ends, p.gap, printer)))))
  return (
    <section aria-label="Beside each other, without a row" className="pt-3">
      <Heading aside={`${pairs.length}`}>Without a row</Heading>
      <p className="text-[14px] text-soft">Faces nearer than {formatGap(1, unit)} that nobody asked to be watched.</p>
      <ul className="text-[15px] leading-snug">
        {pairs.slice(0, all ? undefined : FEW).map((pair) => (
          <li
            key={`${pair.names.join(' ')} ${pair.at.join(' ')}`}
            className="flex items-baseline gap-2 border-t border-hair py-1 first:border-t-0"
          >
            <button
              type="button"
              className="flex-1 text-left"
              onClick={() => set({ pointedRow: `place ${pair.at[0].join(' ')}` })}
            >
              {pair.names.join(' to ')}{' '}
              <span className="text-soft">{pair.gap < 5e-4 ? 'touch' : `${formatGap(pair.gap, unit)} apart`}</span>
            </button>
            <button
              type="button"
              className="figure"
              aria-label={`Watch ${pair.names.join(' to ')}`}
              onClick={() => watch([pair])}
            >
              watch
            </button>
          </li>
        ))}
      </ul>
      <p className="flex gap-5 text-[14px]">
        {pairs.length > FEW && !all && (
          <button type="button" className="text-soft hover:text-ink" onClick={() => setAll(true)}>
            {pairs.length - FEW} more …
          </button>
        )}
        {pairs.length > 1 && (
          <button type="button" className="figure" onClick={() => watch(pairs)}>
            watch all {pairs.length}
          </button>
        )}
      </p>
    </section>
  )
}
