'use client'
import { MoreHorizontal } from 'lucide-react'
import { memo, useState } from 'react'
import { duplicateStep, moveStep, nameStep, removeStep, setField } from '@/core/document/edits'
import type { ProjectStep } from '@/core/document/schema'
import { setOffIn, switchStep, variantInHand } from '@/core/document/variants'
import type { Variant } from '@/core/document/variants-schema'
import { letGo } from '@/core/sheet/let-go'
import { readFields, stepKindNamed } from '@/core/steps/registry'
import type { StepView } from '@/worker/views'
import { newId } from '../new-id'
import { Menu } from '../primitives/menu'
import { NameInput } from '../primitives/name-input'
import { refocus } from '../primitives/refocus'
import { useProject, useProjectStore } from '../store/store'
import { Problems, Sentence } from './sentence'
import { Shapes } from './shapes'
import { StepSlide } from './step-slide'

/** One numbered sentence of the sheet, with its values, its menu, and what is wrong with it. */
export const StepLine = memo(function StepLine({
  step,
  number,
  report,
}: {
  step: ProjectStep
  number: number
  report: StepView | undefined
}) {
  const set = useProject((s) => s.set)
  const edit = useProject((s) => s.edit)
  const picked = useProject((s) => s.picks.some((p) => p.name?.step === step.id))
  const [refused, setRefused] = useState('')
  const kind = stepKindNamed(step.kind)
  const saved = kind ? readFields(kind, step.fields).data : undefined
  return (
    <li
      data-step={step.kind}
      className={`group grid grid-cols-[26px_1fr_24px] border-t border-hair py-2 first:border-t-0 focus-within:bg-tint/60 ${picked ? 'bg-tint/60' : ''}`}
      onFocus={() => set({ inHand: step.id })}
      onPointerEnter={() => set({ pointedStep: step.id })}
      onPointerLeave={() => set({ pointedStep: undefined })}
    >
      <span className="text-[13px] leading-6 text-soft">{number}</span>
      <div className={step.off ? 'text-soft line-through decoration-1' : ''}>
        <StepName step={step} />
        {!kind || !saved ? (
          <span>A step this Anorak does not know ({step.kind}).</span>
        ) : (
          <Sentence
            of={step}
            words={kind.sentence}
            specs={kind.fields}
            saved={saved}
            report={report}
            follows={kind.follows}
          />
        )}
        {kind && saved && <StepSlide step={step} saved={saved} report={report} />}
        {kind && saved && <Shapes step={step} report={report} />}
        <Problems report={report} take={(field, value) => edit(setField(step.id, field, value))} />
        {refused && (
          <p role="alert" className="text-[14px] leading-snug text-rust">
            <span aria-hidden>▲ </span>
            {refused}
          </p>
        )}
        <WhichOf step={step} />
        <StepNotes step={step.id} />
      </div>
      <StepMenu step={step} refuse={setRefused} />
    </li>
  )
})

/** Where a step works on one of several that an earlier step left, about which reference that is. */
function WhichOf({ step }: { step: ProjectStep }) {
  const left = useProject((s) => s.build?.left)
  const references = useProject((s) => s.history.present.references)
  const own = left?.find((l) => l.reference && Object.values(step.fields).includes(l.id ?? l.step))
  const others = own && left?.some((l) => l.step === own.step && l.token === own.token && l.reference !== own.reference)
  const name = others && references.find((r) => r.id === own.reference)?.name
  return name ? <p className="mt-0.5 text-[14px] leading-snug text-soft">This is about {name}.</p> : null
}

/** What the maker wants to remember of a step. */
function StepNotes({ step }: { step: string }) {
  const notes = useProject((s) => s.history.present.notes)
  return notes.map(
    (n) =>
      n.step === step &&
      n.text && (
        <p key={n.id} className="text-[14px] text-soft italic">
          {n.text}
        </p>
      ),
  )
}

function StepName({ step }: { step: ProjectStep }) {
  return step.name ? <p className="text-[13.5px] font-semibold text-soft">{step.name}</p> : null
}

/** @param refuse says why something cannot be done */
function StepMenu({ step, refuse }: { step: ProjectStep; refuse: (why: string) => void }) {
  const edit = useProject((s) => s.edit)
  const variant = useProject((s) => variantInHand(s.history.present))
  const store = useProjectStore()
  const [naming, setNaming] = useState(false)
  if (naming)
    return (
      <NameInput
        autoFocus
        mayBeEmpty
        label="Name of this step"
        placeholder="name"
        name={step.name ?? ''}
        className="col-span-2 col-start-2 mt-1"
        onName={(name) => edit(nameStep(step.id, name))}
        onLeave={(byKey) => {
          setNaming(false)
          if (byKey) refocus(() => document.querySelector<HTMLElement>(`[data-menu="${step.id}"] button`))
        }}
      />
    )
  const onlyHere = ({ id, name }: Variant): [string, () => void] => [
    `Switch ${step.off ? 'on' : 'off'} in ${name} only`,
    () => edit(setOffIn(id, step.id, !step.off)),
  ]
  const free = () => {
    const { build, building, history } = store.getState()
    if (building) return refuse('The parts are still being built; try again in a moment.')
    const found = letGo(history.present, step.id, build?.parts ?? [], newId)
    if (found.ok) edit(() => found.value)
    refuse(found.ok ? '' : found.problem.message)
  }
  const acts: [string, () => void][] = [
    [step.off ? 'Switch on' : 'Switch off', () => edit(switchStep(step.id, !step.off))],
    ...(variant && variant.off[step.id] === undefined ? [onlyHere(variant)] : []),
    ['Name it', () => setNaming(true)],
    ['Do it twice', () => edit(duplicateStep(step.id, newId()))],
    ...(stepKindNamed(step.kind)?.alone?.(step.fields, 2)
      ? [['Let its copies go', free] satisfies [string, () => void]]
      : []),
    ['Move up', () => edit(moveStep(step.id, -1))],
    ['Move down', () => edit(moveStep(step.id, 1))],
    ['Take it out', () => edit(removeStep(step.id))],
  ]
  return (
    <span data-menu={step.id}>
      <Menu
        label="What to do with this step"
        className="h-6 self-start text-soft opacity-60 group-hover:opacity-100 focus-visible:opacity-100"
        acts={acts}
      >
        <MoreHorizontal size={16} aria-hidden />
      </Menu>
    </span>
  )
}
