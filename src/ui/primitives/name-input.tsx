'use client'
import { useRef, useState } from 'react'

/** What something is called, to be changed where it stands; left empty it stays as it was, unless it may be. */
export function NameInput({
  label,
  name,
  placeholder,
  className = '',
  autoFocus,
  mayBeEmpty = false,
  onName,
  onLeave,
}: {
  label: string
  name: string
  placeholder?: string
  className?: string
  autoFocus?: boolean
  mayBeEmpty?: boolean
  onName: (name: string) => void
  /** After the name was taken or given up; for a field that is only there meanwhile. */
  onLeave?: (byKey: boolean) => void
}) {
  const [text, setText] = useState<string>()
  const leaving = useRef<'Enter' | 'Escape'>(undefined)
  const take = (typed: string | undefined) => {
    const next = typed?.trim()
    if (next !== undefined && (next || mayBeEmpty) && next !== name) onName(next)
    setText(undefined)
  }
  return (
    <input
      autoFocus={autoFocus}
      aria-label={label}
      value={text ?? name}
      maxLength={120}
      placeholder={placeholder}
      className={`min-w-0 border-b border-transparent bg-transparent outline-none hover:border-rule focus:border-figure ${className}`}
      onChange={(e) => setText(e.target.value)}
      onBlur={() => {
        take(leaving.current === 'Escape' ? undefined : text)
        onLeave?.(leaving.current !== undefined)
      }}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== 'Escape') return
        // One that stays keeps the cursor; one that was only there for this goes.
        leaving.current = onLeave ? e.key : undefined
        if (onLeave) e.currentTarget.blur()
        else take(e.key === 'Escape' ? undefined : text)
      }}
    />
  )
}
