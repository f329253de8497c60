'use client'
import { useEffect, useRef, useState } from 'react'
import { setField } from '@/core/document/edits'
import type { ProjectStep } from '@/core/document/schema'
import type { AngleField, CountField, RatioField } from '@/core/fields/number'
import { FIT_CLASSES } from '@/core/fit/classes'
import type { LengthField } from '@/core/fields/length'
import type { Result } from '@/core/result'
import { evaluateFormula } from '@/core/units/formula'
import { isWorkedOut } from '@/core/units/nudge'
import { formatLength, inBothUnits } from '@/core/units/length'
import { toEditedFormula, toStoredFormula } from '@/core/units/stored-formula'
import { NameHints } from '../../primitives/name-hints'
import { refocus } from '../../primitives/refocus'
import { useProject, useProjectStore, useUnit } from '../../store/store'
import { useKnown } from '../../store/use-work-out'
import { useLastFigure } from '../../store/last-figures'
import type { EditorProps } from './editor'
import { fitOf, GapHelp } from './gap-help'
import { useNudge } from './use-nudge'

/** How figures of a kind are written, read and stepped. */
interface Manner {
  step: number
  show: (value: number) => string
  /** What is said besides the figure. */
  hint: (value: number) => string
  workOut: (typed: string) => Result<number>
  /** The same of a formula as the document has it. */
  worth: (formula: string) => Result<number>
  edited: (formula: string) => string
  stored: (typed: string) => string
}

export function LengthEditor({ spec, saved, ...props }: EditorProps<LengthField, string | number>) {
  const unit = useUnit()
  const known = useKnown(props.step.id)
  const diameter = (v: number) => (spec.gap ? ` · ${formatLength(2 * v, unit)} on the diameter` : '')
  const manner: Manner = {
    step: 0.05,
    show: (v) => formatLength(v, unit),
    hint: (v) => `${inBothUnits(v)}${diameter(v)}`,
    workOut: (typed) => evaluateFormula(typed, 'length', known),
    worth: (formula) => evaluateFormula(formula, 'length', { ...known, unit: 'mm' }),
    edited: (formula) => toEditedFormula(formula, unit),
    stored: (typed) => toStoredFormula(typed, 'length', unit),
  }
  return <Figure {...props} saved={String(saved)} free={typeof saved === 'number'} spec={spec} manner={manner} />
}

const usePlain = (of: string, step: number, ending: string): Manner => {
  const known = useKnown(of)
  const show = (v: number) => `${Number(v.toFixed(3))}${ending}`
  return {
    step,
    show,
    hint: show,
    workOut: (typed) => evaluateFormula(typed, 'number', known),
    worth: (formula) => evaluateFormula(formula, 'number', known),
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

export const RatioEditor = (props: EditorProps<RatioField, string>) => (
  <Figure {...props} manner={usePlain(props.step.id, 0.05, '')} />
)

/** A step that is switched off is not built; its figures are what they would be. */
function worthOff(step: ProjectStep, saved: string, { worth }: Manner): number | undefined {
  const found = step.off ? worth(saved) : undefined
  return found?.ok ? found.value : undefined
}

type FigureField = LengthField | AngleField | CountField | RatioField
interface FigureProps extends Omit<EditorProps<FigureField, string>, 'write'> {
  manner: Manner
  /** It is left to the ties of its drawing. */
  free?: boolean
}

/**
 * A figure where it stands in a sentence: click or Enter to type a formula, drag sideways or use the arrow keys to
 * change it.
 */
function Figure(props: FigureProps) {
  const { step, field, spec, saved, report, manner, free } = props
  const id = `${step.id}.${field}`
  const editing = useProject((s) => s.editing === id)
  const set = useProject((s) => s.set)
  const now = report?.values[field]
  const value = typeof now === 'number' ? now : worthOff(step, saved, manner)
  const last = useLastFigure(step.id, field)
  const open = () => set({ editing: id })
  const { step: stride, worth } = manner
  const drag = useNudge(step.id, field, { step: stride, min: spec.min, max: spec.max, worth, saved, open })
  if (editing) return <FigureInput {...props} />
  const failed = report?.problems.some((p) => p.field === field) ?? false
  const waiting = value === undefined && !failed
  const figure = value ?? (waiting ? last : undefined)
  const shown = figure === undefined ? saved : manner.show(figure)
  const isFormula = isWorkedOut(saved)
  const fit = 'gap' in spec && spec.gap ? fitOf(saved) : undefined
  const hint = figure === undefined ? saved : `${manner.hint(figure)}${isFormula ? ` = ${saved}` : ''}`
  return (
    <button
      type="button"
      data-field={id}
      className={`figure cursor-ew-resize touch-none ${failed ? 'text-rust' : ''} ${waiting && last === undefined && isFormula ? 'waiting' : ''} ${isFormula ? 'border-b-[3px] border-double' : ''} ${free ? 'border-dashed font-normal' : ''}`}
      title={`${spec.label}: ${hint}${free ? ', free until it is typed' : ''}`}
      aria-label={`${spec.label}, ${shown}`}
      aria-busy={waiting}
      {...drag}
    >
      {shown}
      {fit && <span className="font-normal"> ({FIT_CLASSES[fit]})</span>}
    </button>
  )
}

function FigureInput({ step, field, spec, saved, manner }: FigureProps) {
  const store = useProjectStore()
  const before = useRef(saved)
  const [text, setText] = useState(manner.edited(saved))
  const input = useRef<HTMLInputElement>(null)
  useEffect(() => input.current?.select(), [])
  const result = manner.workOut(text)
  const { edit, endEdit, cancelEdit, set } = store.getState()
  const group = `type ${step.id}.${field}`
  const write = (formula: string) => edit(setField(step.id, field, formula), { group, dragging: true })
  const done = (accept: boolean, byKey = false) => {
    if (!accept) cancelEdit(group)
    else if (text.trim() && text !== manner.edited(before.current)) write(manner.stored(text))
    endEdit()
    set({ editing: undefined })
    if (byKey) refocus(() => document.querySelector<HTMLElement>(`[data-field="${step.id}.${field}"]`))
  }
  return (
    <span
      className="inline-flex flex-col align-top"
      onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && done(true)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') done(true, true)
        if (event.key === 'Escape') done(false, true)
      }}
    >
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
        className="rounded-[3px] border-[1.5px] border-figure bg-sheet px-1 font-semibold text-figure outline-none"
      />
      <span className={`text-[13px] leading-snug ${result.ok ? 'text-soft' : 'text-rust'}`} role="status">
        {result.ok ? manner.hint(result.value) : result.problem.message}
      </span>
      {'gap' in spec && spec.gap && <GapHelp value={result.ok ? result.value : undefined} input={input} />}
      <NameHints text={text} of={step.id} input={input} />
    </span>
  )
}
