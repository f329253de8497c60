'use client'
import { useEffect } from 'react'
import { formatCubed } from '@/core/units/length'
import type { EffectView, MaterialView } from '@/worker/views'
import { useEngine } from '../actions/actions-context'
import { useDocument, useProject, useUnit } from '../store/store'
import { ALL_HATCHES, type Hatch } from './hatched'
import type { SceneView } from './scene-view'
import { useStepShown } from './use-step-in-hand'

/** What is different in the variant that is held against the project as it is drawn. */
const useDifference = () =>
  useProject((s) =>
    s.place === 'parts' && s.comparing ? s.variants?.find((v) => v.id === s.comparing)?.differs : undefined,
  )

/** The part that is held against how it was made. */
const useSince = () =>
  useProject((s) => (s.place === 'shape' && s.inHand === undefined && !s.drawing && !s.photo ? s.since : undefined))

/** Hatches what the step in hand adds and takes, as long as it is in hand. */
export function useEffects(view: SceneView | undefined): void {
  const step = useStepShown()
  const since = useSince()
  const build = useProject((s) => s.build)
  const effect = useProject((s) => s.effect)
  const receive = useProject((s) => s.receive)
  const engine = useEngine()
  useEffect(() => {
    const asked = build && (step ? engine.effectOf(step) : since && engine.sinceMade(since))
    if (!asked) return receive({ effect: undefined })
    let current = true
    void asked.then((found) => current && receive({ effect: found }))
    return () => {
      current = false
    }
  }, [step, since, build, engine, receive])
  const differs = useDifference()
  useEffect(() => {
    const shown = effect ?? differs
    const hatched = ALL_HATCHES.flatMap((hatch) => (shown?.[hatch] ? [[hatch, shown[hatch].shown]] : []))
    view?.hatch(Object.fromEntries(hatched))
  }, [view, effect, differs])
}

const SWATCHES: Readonly<Record<Hatch, string | undefined>> = {
  used: undefined,
  added: 'repeating-linear-gradient(-45deg, var(--figure) 0 2.5px, transparent 2.5px 6.4px)',
  taken: 'repeating-linear-gradient(45deg, var(--ink) 0 1.5px, transparent 1.5px 4.2px)',
}

/** What the step in hand does, in words, with the hatches that show it. */
export function EffectLine() {
  const step = useStepShown()
  const effect = useProject((s) => s.effect)
  const set = useProject((s) => s.set)
  const since = useSince()
  const { steps } = useDocument()
  const differs = useDifference()
  const number = steps.findIndex((s) => s.id === step) + 1
  if (differs) return <Changes effect={differs} done={() => set({ comparing: undefined })} of="Against as drawn" />
  if (since && effect?.step === since) return <Changes effect={effect} done={() => set({ since: undefined })} of="Since it was made" /> // prettier-ignore
  if (!step || number === 0 || effect?.step !== step || !ALL_HATCHES.some((hatch) => effect[hatch])) return null
  return <Changes effect={effect} done={() => set({ inHand: undefined })} of={`Step ${number}`} />
}

function Changes({ effect, done, of }: { effect: EffectView; done: () => void; of: string }) {
  return (
    <div
      role="status"
      aria-label="What the step does"
      className="pointer-events-auto flex flex-wrap items-baseline gap-x-4 border-b border-rule bg-sheet px-2 py-0.5 text-[14px]"
    >
      <span className="whitespace-nowrap text-soft">{of}</span>
      {!ALL_HATCHES.some((hatch) => effect[hatch]) && 'nothing differs'}
      {effect.added && <Said hatch="added" verb="adds" link="to" material={effect.added} />}
      {effect.taken && <Said hatch="taken" verb="takes" link="from" material={effect.taken} />}
      {effect.used && <Said hatch="used" verb="uses up" link="of" material={effect.used} />}
      <button type="button" className="figure" onClick={done}>
        done
      </button>
    </div>
  )
}

function Said({ hatch, verb, link, material }: { hatch: Hatch; verb: string; link: string; material: MaterialView }) {
  const unit = useUnit()
  return (
    <span>
      <span
        aria-hidden
        className="mr-1.5 inline-block h-3 w-5 border border-rule"
        style={{ background: SWATCHES[hatch] }}
      />
      {verb} {formatCubed(material.volume, unit)} {link} {material.parts.join(', ')}
    </span>
  )
}
