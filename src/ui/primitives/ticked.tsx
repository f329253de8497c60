'use client'
import { Panel } from './panel'

/** Several of a list, ticked in a small panel; in the sentence they stand by their names. */
export function Ticked({
  label,
  empty,
  options,
  saved,
  nameOf,
  onChange,
}: {
  label: string
  /** What is said where there is nothing to choose from. */
  empty: string
  options: readonly { id: string; name: string }[]
  saved: readonly string[]
  /** How what is chosen stands in the sentence. */
  nameOf: (id: string) => string
  onChange: (ids: string[]) => void
}) {
  const names = saved.map(nameOf).join(', ')
  return (
    <Panel label={label} says={names || 'choose'} figure={{ 'aria-label': `${label}, ${names}` }}>
      {options.length === 0 && <p className="text-soft">{empty}</p>}
      {options.map(({ id, name }) => (
        <label key={id} className="flex items-center gap-2 py-0.5">
          <input
            type="checkbox"
            className="accent-(--figure)"
            checked={saved.includes(id)}
            onChange={() => onChange(saved.includes(id) ? saved.filter((other) => other !== id) : [...saved, id])}
          />
          {name}
        </label>
      ))}
    </Panel>
  )
}
