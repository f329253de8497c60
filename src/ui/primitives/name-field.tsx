'use client'
import { useState } from 'react'
import { FORMULA_NAME } from '@/core/units/formula-name'

/** The name under which formulas know a value; it is taken over only if it can be one and is there once. */
export function NameField({
  label,
  name,
  taken,
  className,
  onName,
}: {
  label: string
  name: string
  /** Names of all values, this one among them. */
  taken: ReadonlySet<string>
  className: string
  onName: (name: string) => void
}) {
  const [text, setText] = useState(name)
  const bad = !FORMULA_NAME.test(text) || (text !== name && taken.has(text))
  return (
    <span className={className}>
      <input
        aria-label={label}
        value={text}
        aria-invalid={bad}
        className="w-full min-w-0 border-b border-transparent bg-transparent font-semibold text-figure hover:border-rule focus:border-figure focus:outline-none"
        onChange={(e) => setText(e.target.value)}
        onBlur={() => !bad && text !== name && onName(text)}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      {bad && (
        <span role="alert" className="block text-[14px] leading-snug text-rust">
          A name has letters, digits and _, begins with a letter, and is there once.
        </span>
      )}
    </span>
  )
}
