'use client'
import { X } from 'lucide-react'
import { setField } from '@/core/document/edits'
import type { ProjectStep } from '@/core/document/schema'
import { type SavedShape, type ShapeReport, shapeSchema } from '@/core/fields/shapes'
import { stepKindNamed } from '@/core/steps/registry'
import type { StepView } from '@/worker/views'
import { letterOf } from '@/core/fields/shape-letters'
import { openDrawing } from '../store/drawing-state'
import { useProject } from '../store/store'
import { Problems, Sentence } from './sentence'

/** The shapes of a drawing under its step, as lettered sentences while it is open. */
export function Shapes({ step, report }: { step: ProjectStep; report: StepView | undefined }) {
  const open = useProject((s) => s.drawing?.step === step.id)
  const set = useProject((s) => s.set)
  const field = Object.entries(stepKindNamed(step.kind)?.fields ?? {}).find(([, spec]) => spec.type === 'shapes')
  if (!field || field[1].type !== 'shapes') return null
  const [name, spec] = field
  const saved = (Array.isArray(step.fields[name]) ? step.fields[name] : []) as unknown as SavedShape[]
  const reports = (report?.values[name] ?? []) as ShapeReport[]
  const many = `${saved.length} ${saved.length === 1 ? 'shape' : 'shapes'}`
  return (
    <>
      <p className="text-[14px]">
        <button
          type="button"
          className="figure"
          aria-expanded={open}
          onClick={() => set({ drawing: open ? undefined : openDrawing(step.id), picks: [] })}
        >
          {open ? 'done with the drawing' : 'open the drawing'}
        </button>{' '}
        <span className="text-soft">{many}</span>
      </p>
      {open && (
        <ol aria-label="Shapes of the drawing" className="mt-1">
          {saved.map((shape, i) => (
            <ShapeLine
              key={shape.id}
              shape={shape}
              letter={letterOf(i)}
              kind={spec.kinds.find((k) => k.kind === shape.kind)}
              report={reports.find((r) => r.id === shape.id)}
              takeOut={setField(step.id, name, saved.filter((s) => s.id !== shape.id) as never)}
            />
          ))}
        </ol>
      )}
    </>
  )
}

function ShapeLine({
  shape,
  letter,
  kind,
  report,
  takeOut,
}: {
  shape: SavedShape
  letter: string
  kind: Parameters<typeof shapeSchema>[0] | undefined
  report: ShapeReport | undefined
  takeOut: ReturnType<typeof setField>
}) {
  const drawing = useProject((s) => s.drawing)
  const set = useProject((s) => s.set)
  const edit = useProject((s) => s.edit)
  const saved = kind && shapeSchema(kind).safeParse(shape.fields).data
  if (!kind || !saved || !drawing) return null
  const picked = drawing.picked.includes(shape.id)
  const pick = (more: boolean) => {
    const others = more ? drawing.picked.filter((id) => id !== shape.id) : []
    const marks = more ? drawing.marks : []
    set({ drawing: { ...drawing, tool: undefined, marks, told: undefined, picked: picked ? others : [...others, shape.id] } }) // prettier-ignore
  }
  const of = { ...shape, off: false } as unknown as ProjectStep
  const seen = report && ({ ...report, notes: [], stale: false, reused: false, key: '' } as StepView)
  return (
    <li
      data-shape={shape.kind}
      className={`group grid grid-cols-[22px_1fr_22px] border-t border-hair py-1 ${picked ? 'bg-tint' : ''}`}
      onClick={(e) => e.target === e.currentTarget && pick(e.shiftKey)}
    >
      <button
        type="button"
        aria-pressed={picked}
        aria-label={`Shape ${letter}`}
        className="self-start text-left text-[13px] leading-6 text-soft"
        onClick={(e) => pick(e.shiftKey)}
      >
        {letter}
      </button>
      <div>
        <Sentence of={of} words={kind.sentence} specs={kind.fields} saved={saved} report={seen} />
        <Problems report={seen} />
      </div>
      <button
        type="button"
        aria-label={`Take shape ${letter} out`}
        className="h-6 self-start text-soft opacity-50 group-hover:opacity-100 focus-visible:opacity-100"
        onClick={() => edit(takeOut)}
      >
        <X size={14} aria-hidden />
      </button>
    </li>
  )
}
