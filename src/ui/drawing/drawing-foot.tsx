'use client'
import { useMemo, useState } from 'react'
import type { Drawn, ShapeRole } from '@/core/fields/drawn-shape'
import { filled, type SavedShape, type ShapeKind } from '@/core/fields/shapes'
import { formatLength } from '@/core/units/length'
import { toStoredFormula } from '@/core/units/stored-formula'
import { describePick } from '@/core/fit/picks'
import { type DrawingState, takenFaces } from '../store/drawing-state'
import { useProject, useProjectStore, useUnit } from '../store/store'
import { useWorkOut } from '../store/use-work-out'
import type { DrawingActs } from './drawing-acts'
import { looseEnds, mended } from './loose-ends'
import { previewOf, startOf } from './preview'
import type { Snapped } from './snapping'

interface Props {
  acts: DrawingActs
  state: DrawingState
  drawn: readonly Drawn[]
  saved: readonly SavedShape[]
  letter: (shape: string) => string
  cursor: Snapped | undefined
}

/** The line at the foot of a drawing: what is picked and what can be done with it, and what can be drawn. */
export function DrawingFoot(props: Props) {
  const { acts, state } = props
  const kind = acts.kinds.find((k) => k.kind === state.tool)
  return (
    <div className="absolute right-4 bottom-4 left-4 z-10 border-t-2 border-ink bg-sheet px-4 py-2 text-[15px]">
      {kind?.drawn ? (
        <Placing key={`${kind.kind} ${state.points.length}`} {...props} kind={kind} />
      ) : (
        <Picked {...props} />
      )}
      <p className="flex flex-wrap gap-x-5 gap-y-0.5 text-soft">
        Draw:
        {acts.kinds.map((k) =>
          k.drawn ? (
            <Verb key={k.kind} act={() => acts.take(k.kind)} on={k === kind} title={`${k.drawn.key} on the keyboard`}>
              {k.title}
            </Verb>
          ) : null,
        )}
        <Outlines acts={acts} />
      </p>
    </div>
  )
}

function Verb({
  act,
  children,
  on = false,
  title,
}: {
  act: () => void
  children: React.ReactNode
  on?: boolean
  title?: string
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      title={title}
      className={on ? 'font-semibold text-ink underline underline-offset-4' : 'figure'}
      onClick={act}
    >
      {children}
    </button>
  )
}

/** What was gathered and can be taken. */
function Outlines({ acts }: { acts: DrawingActs }) {
  const store = useProjectStore()
  const { outlines } = store.getState().history.present
  return outlines.map((o) => (
    <Verb key={o.id} act={() => acts.takeOutline(o.id)}>
      take {o.name}
    </Verb>
  ))
}

const ROLES: Readonly<Record<ShapeRole, string>> = {
  material: 'make it material',
  hole: 'make it a hole',
  guide: 'make it a guide',
}

function Picked({ acts, state, drawn, saved, letter }: Props) {
  const store = useProjectStore()
  const unit = useUnit()
  const [first] = state.picked
  const picks = useProject((s) => s.picks)
  const faces = takenFaces(picks)
  const shape = saved.find((s) => s.id === first)
  const it = drawn.find((d) => d.id === first)
  if (!shape && faces.length > 0)
    return (
      <p className="flex flex-wrap gap-x-5">
        <span>
          {describePick(picks[0]!, (mm) => formatLength(mm, unit))} · {picks[0]!.ownerName}
          {faces.length > 1 && ` and ${faces.length - 1} more`}
        </span>
        <Verb act={() => acts.takeEdges(faces)}>take {faces.length > 1 ? 'their' : 'its'} edges</Verb>
      </p>
    )
  if (!shape)
    return (
      <>
        <OpenEnds acts={acts} drawn={drawn} saved={saved} />
        <p className="text-soft">
          {saved.length === 0
            ? 'Nothing is drawn yet. Choose what to draw, or press its key.'
            : 'Pick a shape, with shift several; drag a small square to move what is free.'}
        </p>
      </>
    )
  const kind = acts.kinds.find((k) => k.kind === shape.kind)
  const figure = Object.entries(kind?.fields ?? {}).find(([, spec]) => spec.type === 'length')?.[0]
  const roles = 'is' in (kind?.fields ?? {}) ? (Object.keys(ROLES) as ShapeRole[]).filter((r) => r !== it?.is) : []
  return (
    <>
      <p>
        <b>{state.picked.map((id) => letter(id)).join(', ')}</b>
        {state.picked.length === 1 && `, ${kind?.title ?? shape.kind}`}
        {it?.round && (
          <span className="text-soft">
            {' '}
            · Ø {formatLength(2 * it.round.radius, unit)}, r {formatLength(it.round.radius, unit)}
          </span>
        )}
      </p>
      <p className="flex flex-wrap gap-x-5 gap-y-0.5 text-soft">
        With this:
        {figure && state.picked.length === 1 && (
          <Verb act={() => store.getState().set({ editing: `${shape.id}.${figure}` })}>its size</Verb>
        )}
        {roles.map((role) => (
          <Verb key={role} act={() => state.picked.forEach((id) => acts.setField(id, 'is', role))}>
            {ROLES[role]}
          </Verb>
        ))}
        {acts.kinds.map((k) =>
          k.ofPicked ? (
            <Verb key={k.kind} act={() => acts.ofPicked(k)}>
              {k.ofPicked.words}
            </Verb>
          ) : null,
        )}
        <Verb act={() => acts.takeOut(state.picked)}>take it out</Verb>
      </p>
    </>
  )
}

/** How many ends are open, and what can be done about it. */
function OpenEnds({ acts, drawn, saved }: Pick<Props, 'acts' | 'drawn' | 'saved'>) {
  const ends = useMemo(() => looseEnds(drawn), [drawn])
  const can = useMemo(() => mended(saved, ends) !== undefined, [saved, ends])
  if (ends.length === 0) return null
  return (
    <p className="text-ochre">
      ▲ {ends.length === 1 ? 'One end meets no other' : `${ends.length} ends meet no other`}, so nothing is made there.{' '}
      {can ? (
        <Verb act={() => acts.mend()}>let those that are near meet</Verb>
      ) : (
        <span className="text-soft">Draw what is missing between them, or make them guides.</span>
      )}
    </p>
  )
}

/** What is asked for next, and figures that can be typed instead of pointing. */
function Placing({ acts, state, cursor, kind }: Props & { kind: ShapeKind }) {
  const by = kind.drawn!
  const asked = by.asks[Math.min(state.points.length, by.asks.length - 1)]
  const [typed, setTyped] = useState<Record<string, string>>({})
  const unit = useUnit()
  const workOut = useWorkOut()
  const figures = state.points.length > 0 ? (by.figures ?? []) : []
  const isLength = (field: string) => kind.fields[field]?.type === 'length'
  const stored = Object.entries(typed).filter(([, text]) => text.trim() !== '')
  const bad = stored.find(([field, text]) => isLength(field) && !workOut(text).ok)
  const finish = () => {
    if (bad) return
    acts.finish(
      Object.fromEntries(
        stored.map(([f, text]) => [f, isLength(f) ? toStoredFormula(text, 'length', unit) : text.trim()]),
      ),
      cursor?.at,
    )
  }
  const now = cursor && state.points.length > 0 ? measures(kind, state, cursor) : {}
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <span role="status">{asked}</span>
      {figures.map((field, i) => (
        <label key={field} className="flex items-baseline gap-1.5">
          <span className="text-soft">{kind.fields[field]!.label.toLowerCase()}</span>
          <input
            autoFocus={i === 0}
            aria-label={kind.fields[field]!.label}
            value={typed[field] ?? ''}
            placeholder={now[field] ?? defaultOf(kind, field)}
            size={7}
            aria-invalid={bad?.[0] === field}
            className="border-b-[1.5px] border-figure bg-transparent px-1 font-semibold text-figure outline-none placeholder:font-normal placeholder:text-soft"
            onChange={(e) => setTyped({ ...typed, [field]: e.target.value })}
            onKeyDown={(e) => {
              e.stopPropagation()
              if (e.key === 'Enter') finish()
              if (e.key === 'Escape') acts.back()
            }}
          />
        </label>
      ))}
      {by.endless && state.points.length > 1 && (
        <>
          {state.points.length > 2 && <Verb act={() => acts.finish()}>close it</Verb>}
          <Verb act={() => acts.finish({}, undefined, { ends: 'open' })}>leave it open</Verb>
        </>
      )}
      {state.points.length > 0 && <Verb act={() => acts.back()}>one back</Verb>}
      <Verb act={() => acts.take()}>leave it</Verb>
      <span className="text-[14px] text-soft">
        Points catch on what is there and on whole steps; with Alt they do not.
      </span>
    </p>
  )
}

const defaultOf = (kind: ShapeKind, field: string): string => {
  const spec = kind.fields[field]!
  return 'default' in spec ? String(spec.default) : ''
}

/** The figures that pointing would give. */
function measures(kind: ShapeKind, state: DrawingState, cursor: Snapped): Record<string, string> {
  if (!previewOf(kind, state, cursor)) return {}
  const start = startOf(kind.drawn!, filled(kind.drawn!, [...state.points, cursor.at], cursor.at))
  return Object.fromEntries(Object.entries(start).filter((e): e is [string, string] => typeof e[1] === 'string'))
}
