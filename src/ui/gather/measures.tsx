'use client'
import { dropMeasure, nameMeasure } from '@/core/document/edits'
import { inBothUnits, withUnit } from '@/core/units/length'
import { Heading } from '../primitives/heading'
import { Remove } from '../primitives/small'
import { useProject, useUnit } from '../project/store'
import { useKeptMeasures } from '../scene/kept-lines'

/** Lengths that were kept; they follow what they are measured on. */
export function Measures() {
  const kept = useKeptMeasures()
  const unit = useUnit()
  const edit = useProject((s) => s.edit)
  if (kept.length === 0) return null
  return (
    <section aria-label="Measured" className="pt-3">
      <Heading aside={`${kept.length}`}>Measured</Heading>
      <ul>
        {kept.map(({ measure, found }) => (
          <li
            key={measure.id}
            className="grid grid-cols-[1fr_auto_auto] items-baseline gap-3 border-b border-hair py-0.5 text-[15px]"
          >
            <input
              aria-label="Name of this length"
              defaultValue={measure.name}
              placeholder={found.ok ? `${found.value.between[0]} to ${found.value.between[1]}` : 'a length'}
              className="min-w-0 border-b border-transparent bg-transparent outline-none hover:border-rule focus:border-figure"
              onBlur={(e) => e.target.value !== measure.name && edit(nameMeasure(measure.id, e.target.value))}
              onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            />
            {found.ok ? (
              <b title={inBothUnits(found.value.value)}>
                {found.value.what === 'where the planes meet'
                  ? `${found.value.angle!.toFixed(1)}°`
                  : withUnit(found.value.value, unit)}
              </b>
            ) : (
              <span className="text-rust">■ {found.problem.message}</span>
            )}
            <Remove label="Keep this length no more" act={() => edit(dropMeasure(measure.id))} />
          </li>
        ))}
      </ul>
    </section>
  )
}
