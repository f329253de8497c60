'use client'
import { setField } from '@/core/document/edits'
import type { ProjectStep } from '@/core/document/schema'
import { stepKindNamed } from '@/core/steps/registry'
import type { StepView } from '@/worker/views'
import { Slider } from '../primitives/slider'
import { useProject } from '../store/store'

/** A figure of a step that can be slid between two others, where the step has one: the part follows the hand. */
export function StepSlide({
  step,
  saved,
  report,
}: {
  step: ProjectStep
  saved: Readonly<Record<string, unknown>>
  report: StepView | undefined
}) {
  const edit = useProject((s) => s.edit)
  const endEdit = useProject((s) => s.endEdit)
  const kind = stepKindNamed(step.kind)
  const slides = kind?.slides?.(saved)
  const [value, from, to] = (slides ?? []).map((field) => report?.values[field])
  if (!slides || typeof value !== 'number' || typeof from !== 'number' || typeof to !== 'number' || from === to)
    return null
  const [field] = slides
  return (
    <p className="flex pr-2">
      <Slider
        label={kind!.fields[field]!.label}
        from={from}
        to={to}
        value={value}
        onSlide={(v) =>
          edit(setField(step.id, field, String(Number(v.toFixed(6)))), { group: `slide ${step.id}`, dragging: true })
        }
        onEnd={endEdit}
      />
    </p>
  )
}
