'use client'
import type { ItemChoicesField, ItemField, ItemsField } from '@/core/fields/item'
import { Choose } from '../../primitives/choose'
import { Ticked } from '../../primitives/ticked'
import { useProject } from '../../store/store'
import type { EditorProps } from './editor'

/** The reference that a step works on. */
export const useWorkedOn = (id: string | undefined) => useProject((s) => s.build?.references.find((r) => r.id === id))

/** What an item is called as far as its id tells, until its file has been read. */
const nameInId = (id: string): string => id.split('/').at(-1)!.replace(/~\d+$/, '')

export function ItemEditor({ spec, saved, report, write }: EditorProps<ItemField, string>) {
  const items = useWorkedOn(report?.reference)?.items ?? []
  const known = items.map((i) => [i.id, i.name] as const)
  const options =
    items.some((i) => i.id === saved) || saved === '' ? known : [[saved, nameInId(saved)] as const, ...known]
  return <Choose label={spec.label} value={saved} options={Object.fromEntries(options)} onChange={write} />
}

/** Items, ticked in a list. */
export function ItemsEditor({ spec, saved, report, write }: EditorProps<ItemsField, string[]>) {
  const items = useWorkedOn(report?.reference)?.items ?? []
  return (
    <Ticked
      label={spec.label}
      empty="There is no item."
      options={items}
      saved={saved}
      nameOf={(id) => items.find((i) => i.id === id)?.name ?? nameInId(id)}
      onChange={write}
    />
  )
}

/** One choice for each item over the edge. */
export function ItemChoicesEditor(props: EditorProps<ItemChoicesField, Readonly<Record<string, string>>>) {
  const { spec, saved, report, write } = props
  const reference = useWorkedOn(report?.reference)
  const waiting = Object.keys(saved).map((item) => ({ item, name: nameInId(item) }))
  const items = reference ? (reference.board?.overhangs ?? []) : waiting
  if (items.length === 0) return <span className="text-soft">nothing</span>
  return items.map((o, i) => (
    <span key={o.item}>
      {i > 0 && ' '}
      {o.name}{' '}
      <span className="whitespace-nowrap">
        <Choose
          label={`${spec.label}: ${o.name}`}
          value={saved[o.item] ?? spec.default}
          options={spec.options}
          onChange={(v) => write({ ...saved, [o.item]: v })}
        />
        {i < items.length - 1 && ','}
      </span>
    </span>
  ))
}
