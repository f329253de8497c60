'use client'
import { Popover } from 'radix-ui'
import type { PartField, PartsField } from '@/core/fields/part'
import { Choose } from '../../primitives/choose'
import { useProject } from '../../store/store'
import type { EditorProps } from './editor'

const useParts = () => useProject((s) => s.build?.parts) ?? []

export function PartEditor({ spec, saved, write }: EditorProps<PartField, string>) {
  const options = Object.fromEntries(useParts().map((p) => [p.id, p.name]))
  return <Choose label={spec.label} value={saved} options={options} onChange={write} />
}

/** Parts, ticked in a list. */
export function PartsEditor({ spec, saved, write }: EditorProps<PartsField, string[]>) {
  const parts = useParts()
  const names = saved.map((id) => parts.find((p) => p.id === id)?.name ?? id)
  return (
    <Popover.Root>
      <Popover.Trigger className="figure">{names.join(', ') || 'choose'}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content sideOffset={4} aria-label={spec.label} className="panel z-50 p-3 text-[14.5px]">
          {parts.length === 0 && <p className="text-soft">There is no part yet.</p>}
          {parts.map((p) => (
            <label key={p.id} className="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                className="accent-(--figure)"
                checked={saved.includes(p.id)}
                onChange={() => write(saved.includes(p.id) ? saved.filter((id) => id !== p.id) : [...saved, p.id])}
              />
              {p.name}
            </label>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
