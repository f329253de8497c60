'use client'
import { formatLength } from '@/core/units/length'
import { setText } from './set-text'
import { useProject, useUnit } from '../store/store'

/** So many names are shown at once. */
const MOST = 6

/** The name that is being typed at the end of a text, if one is. */
const typedName = (text: string): string | undefined => /(?:^|[^\w.])([A-Za-z_][\w.]*)$/.exec(text)?.[1]

/**
 * Under a field for a formula: the names that can be used and go on as it has begun, with what they are worth. A press
 * puts one in; the cursor stays in the field.
 */
export function NameHints({
  text,
  of,
  input,
}: {
  text: string
  /** The step whose own names count, too. */
  of?: string
  input: React.RefObject<HTMLInputElement | null>
}) {
  const unit = useUnit()
  const names = useProject((s) => s.build?.names)
  const own = useProject((s) => s.build?.steps.find((r) => r.id === of)?.own)
  const begun = typedName(text)
  if (begun === undefined) return null
  const all = [
    ...Object.entries(own ?? {}).map(([name, value]) => [name, formatLength(value, unit)] as const),
    ...Object.entries(names ?? {}).map(
      ([name, k]) => [name, k.dimension === 'length' ? formatLength(k.value, unit) : String(Number(k.value.toFixed(3)))] as const, // prettier-ignore
    ),
  ]
  const found = [...new Map(all)].filter(
    ([name]) => name !== begun && name.toLowerCase().startsWith(begun.toLowerCase()),
  )
  if (found.length === 0) return null
  const put = (name: string) => {
    const field = input.current
    if (!field) return
    setText(field, text.slice(0, text.length - begun.length) + name)
    field.focus()
  }
  return (
    <span role="group" aria-label="Names that can be used" className="flex flex-wrap gap-x-3 text-[13px] leading-snug">
      {found.slice(0, MOST).map(([name, value]) => (
        <button
          key={name}
          type="button"
          tabIndex={-1}
          className="text-soft hover:text-figure"
          onMouseDown={(e) => e.preventDefault()}
          onClick={() => put(name)}
        >
          <b className="font-semibold">{name}</b> {value}
        </button>
      ))}
      {found.length > MOST && <span className="text-soft">and {found.length - MOST} more</span>}
    </span>
  )
}
