'use client'
import { useMemo, useState } from 'react'
import { setPart } from '@/core/document/edits'
import type { Addition } from '@/core/steps/offers'
import { stepsOfPart } from '@/core/sheet/steps-of-part'
import { Choose } from '../primitives/choose'
import { Heading } from '../primitives/heading'
import { NameInput } from '../primitives/name-input'
import { useActions } from '../actions/actions-context'
import { useAdditions } from '../actions/offers'
import { AddStep } from './add-step'
import { useDocument, useProject, useShownDocument } from '../store/store'
import { Numbers } from './numbers'
import { StepLine } from './step-line'
import { VariantInHand } from './variant-in-hand'

/** A sheet of so many steps can be folded by part. */
const MANY = 6
const ALL = 'all'
const NONE: { id: string; name: string; color: string }[] = []

/** The build sheet: the model as numbered sentences. */
export function BuildSheet() {
  const { steps } = useShownDocument()
  const build = useProject((s) => s.build)
  const edit = useProject((s) => s.edit)
  const open = useProject((s) => s.drawing?.step)
  const [part, setPartShown] = useState(ALL)
  const parts = build?.parts ?? NONE
  // A step that is added is seen, whatever it will belong to.
  const [count, setCount] = useState(steps.length)
  if (steps.length !== count) {
    setCount(steps.length)
    if (steps.length > count) setPartShown(ALL)
  }
  const foldable = steps.length >= MANY && parts.length > 1
  const own = useMemo(
    () => (foldable && parts.some((p) => p.id === part) ? stepsOfPart({ steps }, part) : undefined),
    [foldable, parts, part, steps],
  )
  // What is wrong, and a drawing that is open, is never folded away.
  const isShown = (id: string, report: { problems: readonly unknown[] } | undefined) =>
    !own || own.has(id) || id === open || (report?.problems.length ?? 0) > 0
  const folded = steps.filter((s) => !isShown(s.id, build?.steps.find((r) => r.id === s.id))).length // prettier-ignore
  return (
    <>
      <Heading aside={`${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`}>Build sheet</Heading>
      <VariantInHand />
      {steps.length === 0 && <EmptySheet />}
      {foldable && (
        <p className="pt-1 text-[14px] text-soft">
          Steps of{' '}
          <Choose
            label="Whose steps are shown"
            value={own ? part : ALL}
            options={{ [ALL]: 'all parts', ...Object.fromEntries(parts.map((p) => [p.id, p.name])) }}
            onChange={setPartShown}
          />
          {folded > 0 && `, ${folded} others folded`}
        </p>
      )}
      <ol aria-label="Build sheet">
        {steps.map((step, i) => {
          const report = build?.steps.find((r) => r.id === step.id)
          return isShown(step.id, report) && <StepLine key={step.id} step={step} number={i + 1} report={report} />
        })}
      </ol>
      <Offers />
      <AddStep />
      {(build?.parts.length ?? 0) > 0 && <Heading aside={`${build!.parts.length}`}>Parts</Heading>}
      {build?.parts.map((p) => (
        <div key={p.id} className="flex items-center gap-2 py-1">
          <input
            type="color"
            aria-label={`Colour of ${p.name}`}
            value={p.color}
            className="size-5 cursor-pointer border-0 bg-transparent p-0"
            onChange={(e) => edit(setPart(p.id, { color: e.target.value }), { group: `color ${p.id}` })}
          />
          <NameInput
            label={`Name of ${p.name}`}
            name={p.name}
            className="flex-1"
            onName={(name) => edit(setPart(p.id, { name }))}
          />
          <Shown id={`part:${p.id}`} />
        </div>
      ))}
      <Numbers />
    </>
  )
}

/** Solid, ghost or hidden, one word at a time. */
function Shown({ id }: { id: string }) {
  const showing = useProject((s) => s.showing[id] ?? 'solid')
  const all = useProject((s) => s.showing)
  const parts = useProject((s) => s.build?.parts)
  const set = useProject((s) => s.set)
  const next = { solid: 'ghost', ghost: 'hidden', hidden: 'solid' } as const
  const alone = () =>
    set({
      showing: {
        ...all,
        ...Object.fromEntries((parts ?? []).map((p) => [`part:${p.id}`, `part:${p.id}` === id ? 'solid' : 'hidden'])),
      },
    })
  return (
    <span className="flex gap-3 text-[14px]">
      <button type="button" className="figure" onClick={alone}>
        alone
      </button>
      <span className="w-14">
        <button
          type="button"
          className="figure"
          aria-label={`Shown: ${showing}`}
          onClick={() => set({ showing: { ...all, [id]: next[showing] } })}
        >
          {showing}
        </button>
      </span>
    </span>
  )
}

/** What can be done first, as far as it is known. */
function EmptySheet() {
  const { references, outlines } = useDocument()
  const gathered = references.length + outlines.length
  const set = useProject((s) => s.set)
  const actions = useActions()
  const begin = useAdditions().filter((a) => a.group === 'make' && a.offer)
  return (
    <p className="py-2 text-soft">
      {gathered === 0
        ? 'Nothing is gathered yet that a part could fit. Drop a file anywhere on this page: a board, a thing to fit, a drawing or a photo.'
        : 'No step yet.'}{' '}
      {gathered > 0 && (
        <button type="button" className="figure" onClick={() => set({ place: 'gather' })}>
          see what is gathered
        </button>
      )}{' '}
      Or begin with a part of your own:{' '}
      {begin.map((a) => (
        <button key={a.key} type="button" className="figure mr-3" onClick={() => actions.take(a.offer!)}>
          {a.words.toLowerCase()}
        </button>
      ))}
    </p>
  )
}

/** What is offered for what is there: as many at once as belong together. */
function Offers() {
  const actions = useActions()
  const offered = useAdditions().filter((a) => a.offer?.goal && a.group !== 'picked')
  if (offered.length === 0) return null
  const together = new Map<string, Addition[]>()
  for (const a of offered)
    if (a.offer?.together) together.set(a.offer.together, [...(together.get(a.offer.together) ?? []), a])
  return (
    <p aria-label="What could be next" role="group" className="border-t border-hair py-2 pl-[26px] text-[15px]">
      <span className="text-soft">Next could be: </span>
      {offered.map((a) => (
        <button key={a.key} type="button" className="figure mr-3" onClick={() => actions.take(a.offer!)}>
          {a.words}
        </button>
      ))}
      {[...together].map(
        ([words, all]) =>
          all.length > 1 && (
            <button
              key={words}
              type="button"
              className="figure"
              onClick={() => actions.take(...all.map((a) => a.offer!))}
            >
              {words} {all.length}
            </button>
          ),
      )}
    </p>
  )
}
