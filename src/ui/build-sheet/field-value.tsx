'use client'
import { Popover } from 'radix-ui'
import { setField } from '@/core/document/edits'
import type { ProjectStep } from '@/core/document/schema'
import type { FieldSpec } from '@/core/steps/fields'
import { formatLength } from '@/core/units/length'
import type { ReferenceView } from '@/worker/build.worker'
import { Choose } from '../primitives/choose'
import { useProject, useUnit } from '../project/store'
import { LengthValue } from './length-value'

interface Props {
  step: ProjectStep
  field: string
  spec: FieldSpec
  saved: unknown
  value: unknown
}

/** The value of one field, in the way that suits its kind. */
export function FieldValue({ step, field, spec, saved, value }: Props) {
  const edit = useProject((s) => s.edit)
  const reference = useStepReference(step)
  const references = useProject((s) => s.history.present.references)
  const write = (next: ProjectStep['fields'][string]) => edit(setField(step.id, field, next))
  switch (spec.type) {
    case 'length':
      return (
        <LengthValue
          step={step.id}
          field={field}
          spec={spec}
          formula={String(saved)}
          value={typeof value === 'number' ? value : undefined}
        />
      )
    case 'choice':
      return <Choose label={spec.label} value={String(saved)} options={spec.options} onChange={write} />
    case 'reference':
      return (
        <Choose
          label={spec.label}
          value={String(saved)}
          options={Object.fromEntries(references.map((r) => [r.id, r.name]))}
          onChange={write}
        />
      )
    case 'item':
      return (
        <Choose
          label={spec.label}
          value={String(saved)}
          options={Object.fromEntries((reference?.items ?? []).map((i) => [i.id, i.name]))}
          onChange={write}
        />
      )
    case 'item-choices':
      return (
        <ItemChoices
          label={spec.label}
          options={spec.options}
          fallback={spec.default}
          saved={saved as Record<string, string>}
          reference={reference}
          onChange={write}
        />
      )
    case 'holes':
      return <Holes saved={saved as 'mounting' | string[]} reference={reference} onChange={write} />
    case 'step':
      return null
  }
}

/** The reference a step works with: its own, or its case's. */
export function useStepReference(step: ProjectStep): ReferenceView | undefined {
  return useProject(({ history, build }) => {
    const { steps } = history.present
    const own = step.fields.reference
    const caseStep = steps.find((s) => s.id === step.fields.case) ?? steps.find((s) => s.kind === 'case')
    const id = typeof own === 'string' ? own : caseStep?.fields.reference
    return build?.references.find((r) => r.id === id)
  })
}

interface ChoicesProps {
  label: string
  options: Readonly<Record<string, string>>
  fallback: string
  saved: Record<string, string>
  reference: ReferenceView | undefined
  onChange: (value: Record<string, string>) => void
}

/** One choice for each item over the edge. */
function ItemChoices({ label, options, fallback, saved, reference, onChange }: ChoicesProps) {
  const items = reference?.board?.overhangs ?? []
  if (items.length === 0) return <span className="text-soft">nothing</span>
  return items.map((o, i) => (
    <span key={o.item}>
      {i > 0 && ' '}
      {o.name}{' '}
      <span className="whitespace-nowrap">
        <Choose
          label={`${label}: ${o.name}`}
          value={saved[o.item] ?? fallback}
          options={options}
          onChange={(v) => onChange({ ...saved, [o.item]: v })}
        />
        {i < items.length - 1 && ','}
      </span>
    </span>
  ))
}

function Holes({
  saved,
  reference,
  onChange,
}: {
  saved: 'mounting' | string[]
  reference: ReferenceView | undefined
  onChange: (value: 'mounting' | string[]) => void
}) {
  const unit = useUnit()
  const holes = reference?.board?.holes ?? []
  const chosen = saved === 'mounting' ? holes.filter((h) => h.mounting).map((h) => h.id) : saved
  const toggle = (id: string) => onChange(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id])
  const size = chosen.length === 1 ? 'hole' : 'holes'
  return (
    <Popover.Root>
      <Popover.Trigger className="figure">
        {saved === 'mounting' ? `its ${chosen.length} mounting ${size}` : `${chosen.length} ${size}`}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content sideOffset={4} className="panel z-50 max-h-96 w-80 overflow-auto p-3 text-[14.5px]">
          {holes.length === 0 && <p className="text-soft">The board has no round holes.</p>}
          {holes.map((h) => (
            <label key={h.id} className="flex gap-2 py-0.5">
              <input
                type="checkbox"
                className="mt-1.5 accent-(--figure)"
                checked={chosen.includes(h.id)}
                onChange={() => toggle(h.id)}
              />
              <span>
                {h.name}, Ø {formatLength(h.diameter, unit)} at {h.centre.map((c) => formatLength(c, unit)).join(', ')}
                <span className="block text-[13px] leading-snug text-soft">{h.why}</span>
              </span>
            </label>
          ))}
          {saved !== 'mounting' && (
            <button type="button" className="figure mt-2" onClick={() => onChange('mounting')}>
              all that look like mounting holes
            </button>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
