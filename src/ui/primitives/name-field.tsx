'use client'
import { useState } from 'react'

/** The name under which formulas know a value; it is taken over only if it can be one. */
export function NameField({
  label,
  name,
  whyNot,
  className,
  onName,
}: {
  label: string
  name: string
  /** Why it cannot be called this, in a sentence. */
  whyNot: (name: string) => string | undefined
  className: string
  onName: (name: string) => void
}) {
  const [text, setText] = useState(name)
  const bad = whyNot(text)
  const leave = () => {
    if (bad) setText(name)
    else if (text !== name) onName(text)
  }
  return (
    <span className={className}>
      <input
        aria-label={label}
        value={text}
        aria-invalid={bad !== undefined}
        className="w-full min-w-0 border-b border-transparent bg-transparent font-semibold text-figure hover:border-rule focus:border-figure focus:outline-none"
        onChange={(e) => setText(e.target.value)}
        onBlur={leave}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && !bad) e.currentTarget.blur()
          if (e.key === 'Escape') setText(name)
        }}
      />
      {bad && (
        <span role="alert" className="block text-[14px] leading-snug text-rust">
          {bad}
        </span>
      )}
    </span>
  )
}
