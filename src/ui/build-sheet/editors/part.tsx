'use client'
import type { PartField, PartsField } from '@/core/fields/part'
import { Choose } from '../../primitives/choose'
import { Ticked } from '../../primitives/ticked'
import { useProject } from '../../store/store'
import type { EditorProps } from './editor'

const useParts = () => useProject((s) => s.build?.parts) ?? []

export function PartEditor({ spec, saved, write }: EditorProps<PartField, string>) {
  const options = Object.fromEntries(useParts().map((p) => [p.id, p.name]))
  const usedUp = useProject((s) => s.build?.usedUp[saved])
  return (
    <Choose
      label={spec.label}
      value={saved}
      options={options}
      onChange={write}
      gone={usedUp ?? 'a part used up later'}
    />
  )
}

/** Parts, ticked in a list. */
export function PartsEditor({ spec, saved, write }: EditorProps<PartsField, string[]>) {
  const parts = useParts()
  const usedUp = useProject((s) => s.build?.usedUp)
  return (
    <Ticked
      label={spec.label}
      empty="There is no part yet."
      options={parts}
      saved={saved}
      nameOf={(id) => parts.find((p) => p.id === id)?.name ?? usedUp?.[id] ?? id}
      onChange={write}
    />
  )
}
