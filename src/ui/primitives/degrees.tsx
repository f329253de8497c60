'use client'
import { useState } from 'react'
import { evaluateFormula } from '@/core/units/formula'

const MOST = 720

/** An angle, which may be typed as a calculation. */
export function Degrees({
  label,
  value,
  onChange,
}: {
  label: string
  value: number
  onChange: (degrees: number) => void
}) {
  const [text, setText] = useState<string>()
  const typed =
    text === undefined ? undefined : evaluateFormula(text, 'number', { unit: 'mm', lookup: () => undefined })
  const good = typed?.ok && Math.abs(typed.value) <= MOST
  const done = () => {
    if (typed?.ok && good && typed.value !== value) onChange(typed.value)
    setText(undefined)
  }
  return (
    <>
      <input
        aria-label={label}
        value={text ?? String(value)}
        aria-invalid={typed !== undefined && !good}
        style={{ width: `${Math.max(2, (text ?? String(value)).length) + 0.6}ch` }}
        className="border-b border-dotted border-figure bg-transparent font-semibold text-figure outline-none"
        onChange={(e) => setText(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur()
          if (e.key === 'Escape') setText(undefined)
        }}
      />
      °
    </>
  )
}
