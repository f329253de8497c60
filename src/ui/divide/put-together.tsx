'use client'
import { togetherOf } from '@/core/divide/put-together'
import { stepKindNamed } from '@/core/steps/registry'
import { Heading } from '../primitives/heading'
import { Slider } from '../primitives/slider'
import { useDocument, useProject } from '../store/store'
import { divides } from './divides'

/** The pieces drawn apart, in which order they go together, and what else is needed. */
export function PutTogether() {
  const { steps } = useDocument()
  const build = useProject((s) => s.build)
  const apart = useProject((s) => s.apart)
  const set = useProject((s) => s.set)
  const parts = build?.parts ?? []
  if (!parts.some((p) => p.piece)) return null
  const names = (ids: readonly string[]) =>
    ids.flatMap((id) => parts.find((p) => p.id === id)?.name ?? []).join(' with ')
  const order = togetherOf(build!.rows, new Set(steps.filter((s) => divides(s.kind)).map((s) => s.id)))
  const needed = steps.flatMap((s) =>
    stepKindNamed(s.kind)?.bought ? (build!.steps.find((r) => r.id === s.id)?.notes ?? []) : [],
  )
  return (
    <section aria-label="Put together" className="pt-4">
      <Heading>Put together</Heading>
      <p className="flex items-center gap-3 py-1">
        <span className="text-soft">drawn apart</span>
        <Slider
          label="How far the pieces are drawn apart"
          from={0}
          to={1}
          value={apart}
          onSlide={(next) => set({ apart: next })}
          onEnd={() => {}}
        />
      </p>
      <ol aria-label="Order of putting together" className="text-[15px]">
        {order.map((t, i) => (
          <li key={t.row} className="border-t border-hair py-1 first:border-t-0">
            <span className="inline-block w-[26px] text-[13px] text-soft">{i + 1}</span>
            <b>{names(t.pieces)}</b> onto <b>{names(t.onto)}</b>, from {t.from}
          </li>
        ))}
      </ol>
      {needed.length > 0 && (
        <ul aria-label="What else is needed" className="border-t border-hair py-1 text-[15px] text-soft">
          {needed.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
    </section>
  )
}
