'use client'
import type { KeptEdge, KeptFace } from '@/core/document/pick-schema'
import type { EdgesField, FacesField } from '@/core/fields/part'
import { useProject } from '../../store/store'
import type { EditorProps } from './editor'

/** Faces of a part: how many there are, and those that are picked in the scene instead. */
export function FacesEditor({ spec, saved, step, write }: EditorProps<FacesField, KeptFace[]>) {
  const picks = usePicksOn(step.fields[spec.of])
  const kept = picks.flatMap((p) => p.kept ?? [])
  return (
    <Kept
      what="face"
      label={spec.label}
      count={saved.length}
      picked={kept.length}
      take={() => write(kept)}
      add={() => write([...saved, ...kept])}
    />
  )
}

export function EdgesEditor({ spec, saved, step, write }: EditorProps<EdgesField, KeptEdge[]>) {
  const picks = usePicksOn(step.fields[spec.of])
  const kept = picks.flatMap((p) => p.edge?.kept ?? [])
  return (
    <Kept
      what="edge"
      label={spec.label}
      count={saved.length}
      picked={kept.length}
      take={() => write(kept)}
      add={() => write([...saved, ...kept])}
    />
  )
}

function usePicksOn(part: unknown) {
  const picks = useProject((s) => s.picks)
  return picks.filter((p) => p.owner === part && p.reference === undefined)
}

function Kept({
  what,
  label,
  count,
  picked,
  take,
  add,
}: {
  what: string
  label: string
  count: number
  picked: number
  take: () => void
  add: () => void
}) {
  const many = (n: number) => `${n} ${what}${n === 1 ? '' : 's'}`
  return (
    <span title={label}>
      <span className="figure">{count === 0 ? `no ${what} yet` : many(count)}</span>
      {picked > 0 && (
        <button type="button" className="figure ml-2 text-[14px]" onClick={take}>
          take the {many(picked)} picked
        </button>
      )}
      {picked > 0 && count > 0 && (
        <button type="button" className="figure ml-2 text-[14px]" onClick={add}>
          {picked > 1 ? 'those as well' : 'that as well'}
        </button>
      )}
    </span>
  )
}
