'use client'
import { setRange } from '@/core/document/edits'
import type { ProjectNumber } from '@/core/document/schema'
import { setFormula } from '@/core/document/variants'
import type { Known } from '@/core/units/formula'
import { LengthFigure } from '../primitives/length-figure'
import { Slider } from '../primitives/slider'
import { Remove } from '../primitives/small'
import { useProject } from '../store/store'
import { useWorkOut } from '../store/use-work-out'

/** A number slid between two ends while the parts follow; the range is kept. */
export function NumberRange({
  number,
  range,
  value,
}: {
  number: ProjectNumber
  range: NonNullable<ProjectNumber['range']>
  value: Known | undefined
}) {
  const edit = useProject((s) => s.edit)
  const endEdit = useProject((s) => s.endEdit)
  const workOut = useWorkOut('document')
  const [from, to] = [workOut(range.from), workOut(range.to)]
  const good = from.ok && to.ok && to.value > from.value
  const plain = value?.dimension === 'number'
  const slide = (at: number) => {
    const written = String(Number(at.toFixed(6)))
    edit(setFormula(number.id, plain ? `${written} mm / 1 mm` : written), {
      group: `slide ${number.id}`,
      dragging: true,
    })
  }
  return (
    <p className="flex items-baseline gap-2 pb-1 text-[14px] text-soft">
      <LengthFigure
        label={`${number.name} from`}
        formula={range.from}
        onChange={(from) => edit(setRange(number.id, { ...range, from }))}
      />
      {good ? (
        <Slider
          label={`Try ${number.name}`}
          from={from.value}
          to={to.value}
          value={value?.value ?? from.value}
          onSlide={slide}
          onEnd={endEdit}
        />
      ) : (
        <span className="flex-1 text-rust">■ The range has to end above where it begins.</span>
      )}
      <LengthFigure
        label={`${number.name} to`}
        formula={range.to}
        onChange={(to) => edit(setRange(number.id, { ...range, to }))}
      />
      <Remove label={`Try ${number.name} no more`} act={() => edit(setRange(number.id, undefined))} />
    </p>
  )
}
