'use client'
import { useState } from 'react'
import { setChecked, setScale, together } from '@/core/document/edits'
import { checkScale, cleanFactor } from '@/core/references/scale-check'
import { withUnit } from '@/core/units/length'
import { useProject, useProjectStore, useUnit } from '../store/store'
import { useWorkOut } from '../store/use-work-out'

/** A reading and a print may be off by this much, mm. */
const ALLOWED = 0.15

/** Holds a length between two picks on a reference against what it measures on the real thing. */
export function ScaleCheckLine({ reference, measured }: { reference: string; measured: number }) {
  const unit = useUnit()
  const store = useProjectStore()
  const workOut = useWorkOut()
  const scale = useProject((s) => s.history.present.references.find((r) => r.id === reference)?.scale ?? 1)
  const [text, setText] = useState('')
  const reading = text.trim() === '' ? undefined : workOut(text)
  const check = reading?.ok && reading.value > 0 ? checkScale(measured, reading.value, ALLOWED) : undefined
  const size = () => {
    const { edit, set } = store.getState()
    edit(together(setScale(reference, scale * cleanFactor(check!.factor)), setChecked(reference, true)))
    set({ picks: [] })
  }
  return (
    <p className="flex flex-wrap items-baseline gap-x-4">
      <label>
        On the real thing it measures{' '}
        <input
          autoFocus
          aria-label="What it measures on the real thing"
          value={text}
          placeholder={`in ${unit}`}
          className="w-28 rounded-[3px] border-[1.5px] border-figure bg-sheet px-1 font-semibold text-figure outline-none"
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && check && !check.agrees && !check.odd) size()
            if (e.key === 'Escape') store.getState().set({ picks: [] })
          }}
        />
      </label>
      {reading && !reading.ok && <span className="text-rust">{reading.problem.message}</span>}
      {reading?.ok && !check && <span className="text-rust">What it measures is more than 0.</span>}
      {check?.agrees && (
        <>
          <span className="text-moss">✓ It agrees.</span>
          <button
            type="button"
            className="figure"
            onClick={() => {
              const { edit, set } = store.getState()
              edit(setChecked(reference, true))
              set({ picks: [] })
            }}
          >
            take it as checked
          </button>
        </>
      )}
      {check && !check.agrees && (
        <>
          <span className="text-ochre">
            ▲ The file is {check.off > 0 ? 'larger' : 'smaller'} by {withUnit(Math.abs(check.off), unit)}
            {check.mistake ? `: ${check.mistake}.` : '.'}
            {check.odd && ' No unit is off by that: was it measured between the same two places?'}
          </span>
          <button type="button" className="figure" onClick={size}>
            size it by {Number(cleanFactor(check.factor).toPrecision(5))}
          </button>
        </>
      )}
    </p>
  )
}
