'use client'
import { useState } from 'react'
import { filled, type ShapeKind } from '@/core/fields/shape-kind'
import { toStoredFormula } from '@/core/units/stored-formula'
import type { DrawingState } from '../store/drawing-state'
import { partsBefore } from '../build-sheet/editors/shapes-around'
import { useDocument, useProject, useProjectStore, useUnit } from '../store/store'
import { useWorkOut } from '../store/use-work-out'
import type { DrawingActs } from './drawing-acts'
import type { FootProps } from './foot-props'
import { PickedFoot } from './picked-foot'
import { previewOf, startOf } from './preview'
import type { Snapped } from './snapping'
import { Verb } from './verb'

/** The line at the foot of a drawing: what is picked and what can be done with it, and what can be drawn. */
export function DrawingFoot(props: FootProps) {
  const { acts, state } = props
  const kind = acts.kinds.find((k) => k.kind === state.tool)
  return (
    <div className="absolute right-4 bottom-4 left-4 z-10 border-t-2 border-ink bg-sheet px-4 py-1.5 text-[14px] leading-[1.5]">
      {kind?.drawn ? (
        <Placing key={`${kind.kind} ${state.points.length}`} {...props} kind={kind} />
      ) : (
        <PickedFoot {...props} />
      )}
      <p className="flex flex-wrap gap-x-4 text-soft">
        Draw:
        {acts.kinds.map((k) =>
          k.drawn ? (
            <Verb key={k.kind} act={() => acts.take(k.kind)} on={k === kind} title={`${k.drawn.key} on the keyboard`}>
              {k.title}
            </Verb>
          ) : null,
        )}
        <Outlines acts={acts} />
        <Bodies acts={acts} step={state.step} />
      </p>
    </div>
  )
}

/** Parts that stand before the drawing, or else what was gathered: cut by its plane, or as they are seen from it. */
function Bodies({ acts, step }: Pick<FootProps, 'acts'> & { step: string }) {
  const document = useDocument()
  const parts = partsBefore(document, step, useProject((s) => s.build?.parts) ?? []).map((p) => p.id)
  const references = useProject((s) => s.build?.references) ?? []
  const fitted = references.flatMap((r) =>
    r.items.filter((i) => i.state === 'fitted').map((i) => ({ reference: r.id, item: i.id })),
  )
  if (parts.length + fitted.length === 0) return null
  const bodies = parts.length > 0 ? { parts, items: [] } : { parts, items: fitted }
  const what = parts.length > 0 ? 'parts' : 'items'
  return (
    <>
      <Verb act={() => acts.takeBodies('cut', bodies)}>section of {what}</Verb>
      <Verb act={() => acts.takeBodies('seen', bodies)}>silhouette of {what}</Verb>
    </>
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

/** What is asked for next, and figures that can be typed instead of pointing. */
function Placing({ acts, state, cursor, kind }: FootProps & { kind: ShapeKind }) {
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
  return Object.fromEntries(
    Object.entries(start)
      .filter(([, v]) => typeof v === 'string' || typeof v === 'number')
      .map(([f, v]) => [f, String(v)]),
  )
}
