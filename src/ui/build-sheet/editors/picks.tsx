'use client'
import type { KeptEdge, KeptFace } from '@/core/document/pick-schema'
import type { EdgesField, FacesField } from '@/core/fields/part'
import { useProject } from '../../store/store'
import type { ProjectStep } from '@/core/document/schema'
import type { OtherFacesField } from '@/core/fields/other-faces'
import type { EditorProps } from './editor'
import { KeptFaces, KeptPanel } from './kept-panel'

/** Faces of a part: how many there are, and those that are picked in the scene instead. */
export function FacesEditor({ spec, saved, step, write }: EditorProps<FacesField, KeptFace[]>) {
  const picked = usePicksOn(step, spec.of).flatMap((p) => p.kept ?? [])
  const parts = useProject((s) => s.build?.parts) ?? []
  const own = (id: string) => id === step.fields[spec.of] || id.startsWith(`${step.id}.`)
  const ids = parts.map((p) => p.id).toSorted((a, b) => Number(own(b)) - Number(own(a)))
  return (
    <Kept what="face" saved={saved} picked={picked} write={write}>
      {(kept) => <KeptFaces {...kept} label={spec.label} parts={ids} saved={saved} />}
    </Kept>
  )
}

export function EdgesEditor({ spec, saved, step, write }: EditorProps<EdgesField, KeptEdge[]>) {
  const picked = usePicksOn(step, spec.of).flatMap((p) => p.edge?.kept ?? [])
  return (
    <Kept what="edge" saved={saved} picked={picked} write={write}>
      {(kept) => <KeptPanel {...kept} label={spec.label} each={numbered('edge', saved.length)} />}
    </Kept>
  )
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
      <Kept what="face" saved={saved} picked={picked} write={write}>
        {(kept) => (
          <KeptFaces {...kept} label={spec.label} parts={saved.map((f) => f.part)} saved={saved.map((f) => f.face)} />
        )}
      </Kept>
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

/** What stands behind the words of what is kept. */
interface KeptWords {
  says: string
  leaveOut: (nth: number) => void
}

const many = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`
const numbered = (what: string, n: number): string[] => Array.from({ length: n }, (_, i) => `${what} ${i + 1}`)

/** @param children the words of what is kept, with what stands behind them */
function Kept<K>({
  what,
  saved,
  picked,
  write,
  children,
}: {
  what: string
  saved: K[]
  picked: K[]
  write: (next: K[]) => void
  children: (kept: KeptWords) => React.ReactNode
}) {
  // What is picked may be what was taken.
  const known = new Set(saved.map((k) => JSON.stringify(k)))
  const news = picked.every((k) => known.has(JSON.stringify(k))) ? [] : picked
  return (
    <span>
      {children({
        says: saved.length === 0 ? `no ${what} yet` : many(saved.length, what),
        leaveOut: (nth) => write(saved.filter((_, i) => i !== nth)),
      })}
      {news.length > 0 && (
        <button type="button" className="figure ml-2 text-[14px]" onClick={() => write(news)}>
          take the {many(news.length, what)} picked
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
