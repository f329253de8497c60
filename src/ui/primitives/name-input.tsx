'use client'

/** What something is called, to be changed where it stands; left empty it stays as it was. */
export function NameInput({
  label,
  name,
  className = '',
  onName,
}: {
  label: string
  name: string
  className?: string
  onName: (name: string) => void
}) {
  return (
    <input
      key={name}
      aria-label={label}
      defaultValue={name}
      maxLength={120}
      className={`min-w-0 border-b border-transparent bg-transparent outline-none hover:border-rule focus:border-figure ${className}`}
      onBlur={(e) => {
        const next = e.target.value.trim()
        if (next && next !== name) onName(next)
        else e.target.value = name
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') e.currentTarget.value = name
        if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur()
      }}
    />
  )
}
