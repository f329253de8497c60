'use client'
import type { ReferenceField, ReferencesField } from '@/core/fields/reference'
import { Choose } from '../../primitives/choose'
import { Ticked } from '../../primitives/ticked'
import { useProject } from '../../store/store'
import type { EditorProps } from './editor'

/** A reference of the project, or of those with a board where one is needed. */
export function ReferenceEditor({ spec, saved, report, write }: EditorProps<ReferenceField, string>) {
  const references = useProject((s) => s.history.present.references)
  const built = useProject((s) => s.build?.references)
  const fits = (id: string) => spec.needs !== 'board' || !built || built.some((r) => r.id === id && r.board)
  const now = saved || report?.reference || ''
  const options = references.filter((r) => r.id === now || fits(r.id)).map((r) => [r.id, r.name] as const)
  return <Choose label={spec.label} value={now} options={Object.fromEntries(options)} onChange={write} />
}

/** References with a board, ticked in a list, but the one that the step is about already. */
export function ReferencesEditor({ spec, saved, report, write }: EditorProps<ReferencesField, string[]>) {
  const references = useProject((s) => s.history.present.references)
  const built = useProject((s) => s.build?.references)
  const withBoard = (id: string) => !built || built.some((r) => r.id === id && r.board)
  return (
    <Ticked
      label={spec.label}
      empty="Nothing else is gathered that has a board."
      options={references.filter((r) => saved.includes(r.id) || (r.id !== report?.reference && withBoard(r.id)))}
      saved={saved}
      nameOf={(id) => references.find((r) => r.id === id)?.name ?? 'something that is gone'}
      onChange={write}
    />
  )
}
