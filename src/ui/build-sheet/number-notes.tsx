'use client'
import { setRange } from '@/core/document/edits'
import type { ProjectNumber } from '@/core/document/schema'
import { setNumberIn, variantInHand } from '@/core/document/variants'
import { usesOf } from '@/core/sheet/names-in-use'
import { useDocument, useProject } from '../store/store'
import { useWorkOut } from '../store/use-work-out'

/** Under a number: which steps use it, and what can be done with it. */
export function NumberNotes({ number }: { number: ProjectNumber }) {
  const workOut = useWorkOut('document')
  const document = useDocument()
  const edit = useProject((s) => s.edit)
  const variant = variantInHand(document)
  const own = variant?.numbers[number.id]
  const written = (v: number) => String(Number(v.toFixed(3)))
  const now = workOut(number.formula)
  const around = now.ok && now.value !== 0 ? now.value : 10
  return (
    <p className="flex flex-wrap gap-x-4 text-[13.5px] text-soft">
      <Uses name={number.name} />
      {!number.range && (
        <button
          type="button"
          className="figure"
          onClick={() => edit(setRange(number.id, { from: written(around / 2), to: written(around * 1.5) }))}
        >
          try it over a range
        </button>
      )}
      {variant && (
        <button
          type="button"
          className="figure"
          onClick={() => edit(setNumberIn(variant.id, number.id, own === undefined ? number.formula : undefined))}
        >
          {own === undefined ? `make it differ in ${variant.name}` : `as drawn in ${variant.name}, too`}
        </button>
      )}
    </p>
  )
}

/** Where a number is used; a press shows the step. */
function Uses({ name }: { name: string }) {
  const document = useDocument()
  const set = useProject((s) => s.set)
  const { numbers, steps, elsewhere } = usesOf(document, name)
  if (numbers.length + steps.length === 0) return <span>{elsewhere ? 'used where things lie' : 'not used yet'}</span>
  const show = (id: string) => {
    set({ pointedStep: id })
    globalThis.document.querySelector(`[data-menu="${id}"]`)?.scrollIntoView({ block: 'center', behavior: 'smooth' })
  }
  return (
    <span>
      used in{' '}
      {steps.map((id) => {
        const at = document.steps.findIndex((s) => s.id === id) + 1
        return (
          <button
            key={id}
            type="button"
            className="mr-1.5 underline decoration-dotted"
            onPointerEnter={() => set({ pointedStep: id })}
            onPointerLeave={() => set({ pointedStep: undefined })}
            onClick={() => show(id)}
          >
            step {at}
          </button>
        )
      })}
      {numbers.join(', ')}
    </span>
  )
}
