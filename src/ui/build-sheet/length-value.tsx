'use client'
import { useEffect, useRef, useState } from 'react'
import { setField } from '@/core/document/edits'
import type { LengthField } from '@/core/steps/fields'
import { formatLength, inBothUnits } from '@/core/units/length'
import { useProject, useProjectStore, useUnit } from '../project/store'
import { useWorkOut } from '../project/use-work-out'
import { toEditedFormula, toStoredFormula } from '@/core/units/stored-formula'

/** Pointer travel that changes a dragged value by one step, pixels; and the step, mm. */
const PIXELS = 6
const STEP = 0.05

/**
 * A length where it stands in a sentence: click or Enter to type a formula, drag sideways or use the
 * arrow keys to change it.
 */
export function LengthValue({
  step,
  field,
  spec,
  formula,
  value,
}: {
  step: string
  field: string
  spec: LengthField
  formula: string
  value: number | undefined
}) {
  const id = `${step}.${field}`
  const editing = useProject((s) => s.editing === id)
  const set = useProject((s) => s.set)
  const unit = useUnit()
  const drag = useValueDrag(step, field, value, spec, () => set({ editing: id }))
  if (editing) return <LengthEditor step={step} field={field} spec={spec} formula={formula} />
  const shown = value === undefined ? formula : formatLength(value, unit)
  const isFormula = !/^[\d.,\s]+$/.test(formula)
  const hint = `${spec.label}: ${value === undefined ? formula : inBothUnits(value)}${isFormula ? ` = ${formula}` : ''}${spec.gap && value !== undefined ? ` · ${formatLength(2 * value, unit)} on the diameter` : ''}`
  return (
    <button
      type="button"
      data-field={id}
      className={`figure cursor-ew-resize touch-none ${value === undefined ? 'text-rust' : ''} ${isFormula ? 'border-b-[3px] border-double' : ''}`}
      title={hint}
      aria-label={`${spec.label}, ${shown}`}
      {...drag}
    >
      {shown}
    </button>
  )
}

function useValueDrag(step: string, field: string, value: number | undefined, spec: LengthField, open: () => void) {
  const edit = useProject((s) => s.edit)
  const endEdit = useProject((s) => s.endEdit)
  const start = useRef<{ x: number; value: number; steps: number; moved: boolean } | undefined>(undefined)
  const nudge = (from: number, by: number, dragging: boolean) => {
    const next = Math.min(spec.max, Math.max(spec.min, Math.round((from + by) / STEP) * STEP))
    edit(setField(step, field, formatLength(next)), { group: `drag ${step}.${field}`, dragging })
  }
  return {
    onPointerDown: (event: React.PointerEvent<HTMLButtonElement>) => {
      if (event.button !== 0 || value === undefined) return
      event.currentTarget.setPointerCapture(event.pointerId)
      start.current = { x: event.clientX, value, steps: 0, moved: false }
    },
    onPointerMove: (event: React.PointerEvent) => {
      const from = start.current
      if (!from) return
      const steps = Math.trunc((event.clientX - from.x) / PIXELS)
      if (steps === from.steps) return
      Object.assign(from, { steps, moved: true })
      nudge(from.value, steps * STEP, true)
    },
    onPointerUp: () => {
      const from = start.current
      start.current = undefined
      if (from?.moved) endEdit()
      else open()
    },
    onKeyDown: (event: React.KeyboardEvent) => {
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault()
        open()
      }
      const by = { ArrowUp: STEP, ArrowRight: STEP, ArrowDown: -STEP, ArrowLeft: -STEP }[event.key]
      if (by === undefined || value === undefined) return
      event.preventDefault()
      nudge(value, by, false)
    },
  }
}

function LengthEditor({
  step,
  field,
  spec,
  formula,
}: {
  step: string
  field: string
  spec: LengthField
  formula: string
}) {
  const store = useProjectStore()
  const unit = useUnit()
  const before = useRef(formula)
  const [text, setText] = useState(toEditedFormula(formula, unit))
  const input = useRef<HTMLInputElement>(null)
  useEffect(() => input.current?.select(), [])
  const workOut = useWorkOut()
  const result = workOut(text)
  const { edit, endEdit, set } = store.getState()
  const write = (formulaText: string) =>
    edit(setField(step, field, formulaText), { group: `type ${step}.${field}`, dragging: true })
  const done = (accept: boolean) => {
    if (!accept) write(before.current)
    else if (text.trim()) write(toStoredFormula(text, 'length', unit))
    endEdit()
    set({ editing: undefined })
  }
  return (
    <span className="inline-flex flex-col align-top">
      <input
        ref={input}
        autoFocus
        data-field={`${step}.${field}`}
        aria-label={spec.label}
        aria-invalid={!result.ok}
        value={text}
        size={Math.max(6, text.length)}
        onChange={(event) => {
          setText(event.target.value)
          const stored = toStoredFormula(event.target.value, 'length', unit)
          const check = workOut(event.target.value)
          if (check.ok && check.value >= spec.min && check.value <= spec.max) write(stored)
        }}
        onBlur={() => done(true)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') done(true)
          if (event.key === 'Escape') done(false)
        }}
        className="rounded-[3px] border-[1.5px] border-figure bg-sheet px-1 font-semibold text-figure outline-none"
      />
      <span className={`text-[13px] leading-snug ${result.ok ? 'text-soft' : 'text-rust'}`} role="status">
        {result.ok
          ? `${inBothUnits(result.value)}${spec.gap ? ` · ${formatLength(2 * result.value, unit)} on the diameter` : ''}`
          : result.problem.message}
      </span>
    </span>
  )
}
