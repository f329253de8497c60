'use client'
import { useEffect, useRef, useState } from 'react'
import { setField } from '@/core/document/edits'
import type { AngleField, CountField } from '@/core/fields/number'
import type { LengthField } from '@/core/fields/length'
import type { Result } from '@/core/result'
import { evaluateFormula } from '@/core/units/formula'
import { formatLength, inBothUnits } from '@/core/units/length'
import { toEditedFormula, toStoredFormula } from '@/core/units/stored-formula'
import { useProject, useProjectStore, useUnit } from '../../store/store'
import { useKnown } from '../../store/use-work-out'
import { useLastFigure } from '../../store/last-figures'
import type { EditorProps } from './editor'

/** Pointer travel that changes a dragged value by one step, pixels. */
const PIXELS = 6

/** How figures of a kind are written, read and stepped. */
interface Manner {
  step: number
  show: (value: number) => string
  /** What is said besides the figure. */
  hint: (value: number) => string
  workOut: (typed: string) => Result<number>
  edited: (formula: string) => string
  stored: (typed: string) => string
}

export function LengthEditor({ spec, ...props }: EditorProps<LengthField, string>) {
  const unit = useUnit()
  const known = useKnown(props.step.id)
  const diameter = (v: number) => (spec.gap ? ` · ${formatLength(2 * v, unit)} on the diameter` : '')
  const manner: Manner = {
    step: 0.05,
    show: (v) => formatLength(v, unit),
    hint: (v) => `${inBothUnits(v)}${diameter(v)}`,
    workOut: (typed) => evaluateFormula(typed, 'length', known),
    edited: (formula) => toEditedFormula(formula, unit),
    stored: (typed) => toStoredFormula(typed, 'length', unit),
  }
  return <Figure {...props} spec={spec} manner={manner} />
}

const usePlain = (of: string, step: number, ending: string): Manner => {
  const known = useKnown(of)
  const show = (v: number) => `${Number(v.toFixed(3))}${ending}`
  return {
    step,
    show,
    hint: show,
    workOut: (typed) => evaluateFormula(typed, 'number', known),
    edited: (formula) => formula,
    stored: (typed) => typed.trim(),
  }
}

export const AngleEditor = (props: EditorProps<AngleField, string>) => (
  <Figure {...props} manner={usePlain(props.step.id, 1, '°')} />
)
export const CountEditor = (props: EditorProps<CountField, string>) => (
  <Figure {...props} manner={usePlain(props.step.id, 1, '')} />
)

type FigureField = LengthField | AngleField | CountField
interface FigureProps extends Omit<EditorProps<FigureField, string>, 'write'> {
  manner: Manner
}

/**
 * A figure where it stands in a sentence: click or Enter to type a formula, drag sideways or use the arrow keys to
 * change it.
 */
function Figure(props: FigureProps) {
  const { step, field, spec, saved, report, manner } = props
  const id = `${step.id}.${field}`
  const editing = useProject((s) => s.editing === id)
  const set = useProject((s) => s.set)
  const now = report?.values[field]
  const value = typeof now === 'number' ? now : undefined
  const last = useLastFigure(step.id, field)
  const drag = useValueDrag(id, value, spec, manner, () => set({ editing: id }))
  if (editing) return <FigureInput {...props} />
  const failed = report?.problems.some((p) => p.field === field) ?? false
  const waiting = value === undefined && !failed
  const figure = value ?? (waiting ? last : undefined)
  const shown = figure === undefined ? saved : manner.show(figure)
  const isFormula = !/^[\d.,\s]+$/.test(saved)
  const hint = figure === undefined ? saved : `${manner.hint(figure)}${isFormula ? ` = ${saved}` : ''}`
  return (
    <button
      type="button"
      data-field={id}
      className={`figure cursor-ew-resize touch-none ${failed ? 'text-rust' : ''} ${waiting && last === undefined && isFormula ? 'waiting' : ''} ${isFormula ? 'border-b-[3px] border-double' : ''}`}
      title={`${spec.label}: ${hint}`}
      aria-label={`${spec.label}, ${shown}`}
      aria-busy={waiting}
      {...drag}
    >
      {shown}
    </button>
  )
}

function useValueDrag(id: string, value: number | undefined, spec: FigureField, manner: Manner, open: () => void) {
  const edit = useProject((s) => s.edit)
  const endEdit = useProject((s) => s.endEdit)
  const start = useRef<{ x: number; value: number; steps: number; moved: boolean } | undefined>(undefined)
  const [step, field] = [id.slice(0, id.lastIndexOf('.')), id.slice(id.lastIndexOf('.') + 1)]
  const nudge = (from: number, by: number, dragging: boolean) => {
    const next = Math.min(spec.max, Math.max(spec.min, Math.round((from + by) / manner.step) * manner.step))
    edit(setField(step, field, formatLength(next)), { group: `drag ${id}`, dragging })
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
      nudge(from.value, steps * manner.step, true)
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
      const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
      if (by === undefined || value === undefined) return
      event.preventDefault()
      nudge(value, by * manner.step, false)
    },
  }
}

function FigureInput({ step, field, spec, saved, manner }: FigureProps) {
  const store = useProjectStore()
  const before = useRef(saved)
  const [text, setText] = useState(manner.edited(saved))
  const input = useRef<HTMLInputElement>(null)
  useEffect(() => input.current?.select(), [])
  const result = manner.workOut(text)
  const { edit, endEdit, set } = store.getState()
  const write = (formula: string) =>
    edit(setField(step.id, field, formula), { group: `type ${step.id}.${field}`, dragging: true })
  const done = (accept: boolean) => {
    if (!accept) write(before.current)
    else if (text.trim()) write(manner.stored(text))
    endEdit()
    set({ editing: undefined })
  }
  return (
    <span className="inline-flex flex-col align-top">
      <input
        ref={input}
        autoFocus
        data-field={`${step.id}.${field}`}
        aria-label={spec.label}
        aria-invalid={!result.ok}
        value={text}
        size={Math.max(6, text.length)}
        onChange={(event) => {
          setText(event.target.value)
          const check = manner.workOut(event.target.value)
          if (check.ok && check.value >= spec.min && check.value <= spec.max) write(manner.stored(event.target.value))
        }}
        onBlur={() => done(true)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') done(true)
          if (event.key === 'Escape') done(false)
        }}
        className="rounded-[3px] border-[1.5px] border-figure bg-sheet px-1 font-semibold text-figure outline-none"
      />
      <span className={`text-[13px] leading-snug ${result.ok ? 'text-soft' : 'text-rust'}`} role="status">
        {result.ok ? manner.hint(result.value) : result.problem.message}
      </span>
    </span>
  )
}
