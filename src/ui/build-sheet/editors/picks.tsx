'use client'
import type { KeptEdge, KeptFace } from '@/core/document/pick-schema'
import type { EdgesField, FacesField } from '@/core/fields/part'
import { useProject } from '../../store/store'
import type { ProjectStep } from '@/core/document/schema'
import type { OtherFacesField } from '@/core/fields/other-faces'
import type { EditorProps } from './editor'

/** Faces of a part: how many there are, and those that are picked in the scene instead. */
export function FacesEditor({ spec, saved, step, write }: EditorProps<FacesField, KeptFace[]>) {
  const picked = usePicksOn(step, spec.of).flatMap((p) => p.kept ?? [])
  return <Kept what="face" label={spec.label} saved={saved} picked={picked} write={write} />
}

export function EdgesEditor({ spec, saved, step, write }: EditorProps<EdgesField, KeptEdge[]>) {
  const picked = usePicksOn(step, spec.of).flatMap((p) => p.edge?.kept ?? [])
  return <Kept what="edge" label={spec.label} saved={saved} picked={picked} write={write} />
}

/** Faces of parts besides the step's own. */
export function OtherFacesEditor({
  spec,
  saved,
  step,
  write,
}: EditorProps<OtherFacesField, { part: string; face: KeptFace }[]>) {
  const picks = useProject((s) => s.picks)
  const parts = useProject((s) => s.build?.parts)
  const picked = picks.flatMap(({ owner, reference, kept }) => (kept && reference === undefined && owner !== step.fields['part'] ? [{ part: owner, face: kept }] : [])) // prettier-ignore
  const names = [...new Set(saved.map((f) => parts?.find((p) => p.id === f.part)?.name ?? f.part))]
  return (
    <>
      <Kept what="face" label={spec.label} saved={saved} picked={picked} write={write} />
      {names.length > 0 && ` of ${names.join(' and ')}`}
    </>
  )
}

/** What is picked on the part that a field names, or on a piece that the step itself made of it: its faces go by the same names. */
function usePicksOn({ id, fields }: ProjectStep, of: string) {
  const picks = useProject((s) => s.picks)
  const part = fields[of]
  return picks.filter((p) => p.reference === undefined && (p.owner === part || (p.owner.startsWith(`${id}.`) && p.name?.step !== id))) // prettier-ignore
}

function Kept<K>({
  what,
  label,
  saved,
  picked,
  write,
}: {
  what: string
  label: string
  saved: K[]
  picked: K[]
  write: (next: K[]) => void
}) {
  // What is picked may be what was taken.
  const news = JSON.stringify(picked) === JSON.stringify(saved) ? [] : picked
  const many = (n: number) => `${n} ${what}${n === 1 ? '' : 's'}`
  return (
    <span title={label}>
      <span className="figure">{saved.length === 0 ? `no ${what} yet` : many(saved.length)}</span>
      {news.length > 0 && (
        <button type="button" className="figure ml-2 text-[14px]" onClick={() => write(news)}>
          take the {many(news.length)} picked
        </button>
      )}
      {news.length > 0 && saved.length > 0 && (
        <button type="button" className="figure ml-2 text-[14px]" onClick={() => write([...saved, ...news])}>
          {news.length > 1 ? 'those as well' : 'that as well'}
        </button>
      )}
    </span>
  )
}
