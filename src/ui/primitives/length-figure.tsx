'use client'
import { useRef, useState } from 'react'
import { formatLength, inBothUnits } from '@/core/units/length'
import { toEditedFormula, toStoredFormula } from '@/core/units/stored-formula'
import { NameHints } from './name-hints'
import { refocus } from './refocus'
import { useUnit } from '../store/store'
import { useWorkOut } from '../store/use-work-out'

/** A length set in a sentence; a click edits its formula where it stands, and Enter takes it over. */
export function LengthFigure({
  label,
  formula,
  least = -Infinity,
  onChange,
}: {
  label: string
  /** As in the document: plain numbers are mm. */
  formula: string
  /** mm */
  least?: number
  onChange: (formula: string) => void
}) {
  const [editing, setEditing] = useState(false)
  const button = useRef<HTMLButtonElement>(null)
  const unit = useUnit()
  const value = useWorkOut('document')(formula)
  if (editing)
    return (
      <LengthInput
        label={label}
        formula={formula}
        least={least}
        onDone={(typed, byKey) => {
          setEditing(false)
          if (byKey) refocus(() => button.current)
          if (typed !== undefined && typed !== formula) onChange(typed)
        }}
      />
    )
  const shown = value.ok ? formatLength(value.value, unit) : formula
  const isFormula = !/^[\d.,\s-]+$/.test(formula)
  return (
    <button
      ref={button}
      type="button"
      className={`figure ${value.ok ? '' : 'text-rust'} ${isFormula ? 'border-b-[3px] border-double' : ''}`}
      title={value.ok ? `${inBothUnits(value.value)}${isFormula ? ` = ${formula}` : ''}` : value.problem.message}
      aria-label={`${label}, ${shown}`}
      onClick={() => setEditing(true)}
    >
      {shown}
    </button>
  )
}

/** A field for a length as a formula; done with the formula as documents have it, or with undefined. */
export function LengthInput({
  label,
  formula = '',
  least = -Infinity,
  placeholder,
  keep = false,
  onDone,
}: {
  label: string
  formula?: string
  least?: number
  placeholder?: string
  /** It stays when it is left. */
  keep?: boolean
  onDone: (formula: string | undefined, byKey?: boolean) => void
}) {
  const unit = useUnit()
  const workOut = useWorkOut()
  const [text, setText] = useState(toEditedFormula(formula, unit))
  const input = useRef<HTMLInputElement>(null)
  const value = text.trim() === '' ? undefined : workOut(text)
  const low = value?.ok && value.value < least
  const good = value?.ok && !low
  const accept = (byKey = false) => onDone(good ? toStoredFormula(text, 'length', unit) : undefined, byKey)
  return (
    <span className="inline-flex flex-col align-top">
      <input
        ref={input}
        autoFocus
        aria-label={label}
        aria-invalid={value !== undefined && !good}
        value={text}
        size={Math.max(7, text.length)}
        placeholder={placeholder ?? `in ${unit}`}
        className="rounded-[3px] border-[1.5px] border-figure bg-sheet px-1 font-semibold text-figure outline-none"
        onFocus={(e) => e.target.select()}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => !keep && accept()}
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Enter' && good) accept(true)
          if (e.key === 'Escape') onDone(undefined, true)
        }}
      />
      {value && (
        <span role="status" className={`text-[13px] leading-snug ${good ? 'text-soft' : 'text-rust'}`}>
          {value.ok
            ? low
              ? `It must be more than ${formatLength(least, unit)}.`
              : inBothUnits(value.value)
            : value.problem.message}
        </span>
      )}
      <NameHints text={text} input={input} />
    </span>
  )
}
