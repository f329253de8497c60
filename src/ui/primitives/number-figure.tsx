'use client'
import { useRef, useState } from 'react'
import { evaluateFormula } from '@/core/units/formula'
import { useKnown } from '../store/use-work-out'
import { refocus } from './refocus'

/** An angle or a count set where it stands; a click edits its formula, and Enter takes it over. */
export function NumberFigure({
  label,
  formula,
  ending,
  instead,
  onChange,
}: {
  label: string
  formula: string
  /** What follows the figure: `°`. */
  ending: string
  /** What stands there instead of the figure. */
  instead?: string | undefined
  /** @param value what it comes to */
  onChange: (formula: string, value: number) => void
}) {
  const [text, setText] = useState<string>()
  const button = useRef<HTMLButtonElement>(null)
  const known = useKnown('')
  const valueOf = (typed: string) => evaluateFormula(typed, 'number', known)
  if (text !== undefined) {
    const value = valueOf(text)
    const done = (accept: boolean, byKey = false) => {
      setText(undefined)
      if (byKey) refocus(() => button.current)
      if (accept && value.ok && text.trim() !== formula) onChange(text.trim(), value.value)
    }
    return (
      <span className="inline-flex flex-col align-top">
        <input
          autoFocus
          aria-label={label}
          aria-invalid={!value.ok}
          value={text}
          size={Math.max(5, text.length)}
          className="rounded-[3px] border-[1.5px] border-figure bg-sheet px-1 font-semibold text-figure outline-none"
          onFocus={(e) => e.target.select()}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => done(true)}
          onKeyDown={(e) => {
            e.stopPropagation()
            if (e.key === 'Enter' && value.ok) done(true, true)
            if (e.key === 'Escape') done(false, true)
          }}
        />
        {!value.ok && (
          <span role="status" className="text-[13px] leading-snug text-rust">
            {value.problem.message}
          </span>
        )}
      </span>
    )
  }
  const value = valueOf(formula)
  const shown = instead ?? (value.ok ? `${Number(value.value.toFixed(3))}${ending}` : formula)
  return (
    <button
      ref={button}
      type="button"
      className={`figure ${value.ok ? '' : 'text-rust'}`}
      title={value.ok ? formula : value.problem.message}
      aria-label={`${label}, ${shown}`}
      onClick={() => setText(formula)}
    >
      {shown}
    </button>
  )
}
