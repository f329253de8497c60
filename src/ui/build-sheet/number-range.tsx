'use client'
import { setRange } from '@/core/document/edits'
import type { ProjectNumber } from '@/core/document/schema'
import { setFormula } from '@/core/document/variants'
import type { Known } from '@/core/units/formula'
import { LengthFigure } from '../primitives/length-figure'
import { Remove } from '../primitives/small'
import { useProject } from '../store/store'
import { useWorkOut } from '../store/use-work-out'

/** From one end of a range to the other there are about so many steps. */
const STEPS = 200

/** A step that is a round figure: 1, 2 or 5 of some power of ten. */
function roundStep(span: number): number {
  const power = 10 ** Math.floor(Math.log10(span / STEPS))
  return [1, 2, 5, 10].map((n) => n * power).find((s) => s >= span / STEPS) ?? power
}

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
  const step = good ? roundStep(to.value - from.value) : 1
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
      />{' '}
      {/* prettier-ignore */}
      {good ? (
        <input
          type="range"
          aria-label={`Try ${number.name}`}
          className="min-w-0 flex-1 accent-(--figure)"
          min={from.value}
          max={to.value}
          step={step}
          value={value?.value ?? from.value}
          onChange={(e) => slide(Number(e.target.value))}
          onPointerUp={endEdit}
          onKeyUp={endEdit}
          onBlur={endEdit}
        />
      ) : (
        <span className="flex-1 text-rust">■ The range has to end above where it begins.</span>
      )}
      <LengthFigure
        label={`${number.name} to`}
        formula={range.to}
        onChange={(to) => edit(setRange(number.id, { ...range, to }))}
      />{' '}
      {/* prettier-ignore */}
      <Remove label={`Try ${number.name} no more`} act={() => edit(setRange(number.id, undefined))} />
    </p>
  )
}
