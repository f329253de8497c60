'use client'

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
  /** After the name was taken or given up. */
  onLeave?: () => void
}) {
  return (
    <input
      key={name}
      autoFocus={autoFocus}
      aria-label={label}
      defaultValue={name}
      maxLength={120}
      placeholder={placeholder}
      className={`min-w-0 border-b border-transparent bg-transparent outline-none hover:border-rule focus:border-figure ${className}`}
      onBlur={(e) => {
        const next = e.target.value.trim()
        if ((next || mayBeEmpty) && next !== name) onName(next)
        else e.target.value = name
        onLeave?.()
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') e.currentTarget.value = name
        if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
      }}
    />
  )
}
