'use client'
import { dropMeasure } from '@/core/document/edits'
import { renameMeasure } from '@/core/sheet/names-in-use'
import { measuredName } from '@/core/sheet/measured-names'
import { inBothUnits } from '@/core/units/length'
import { Heading } from '../primitives/heading'
import { NameInput } from '../primitives/name-input'
import { Remove } from '../primitives/small'
import { useProject, useUnit } from '../store/store'
import type { BuildView } from '@/worker/views'
import { measuredWords } from '../scene/kept-lines'

/** Lengths that were kept; they follow what they are measured on. */
export function Measures() {
  const kept = useProject((s) => s.history.present.measures)
  const found = useProject((s) => s.build?.measures)
  const edit = useProject((s) => s.edit)
  if (kept.length === 0) return null
  return (
    <section aria-label="Measured" className="pt-3">
      <Heading aside={`${kept.length}`}>Measured</Heading>
      <ul>
        {kept.map((measure) => (
          <li
            key={measure.id}
            className="grid grid-cols-[1fr_auto_auto] items-baseline gap-3 border-b border-hair py-0.5 text-[15px]"
          >
            <NameInput
              mayBeEmpty
              label="Name of this length"
              name={measure.name}
              placeholder="what it is"
              onName={(name) => edit(renameMeasure(measure.id, name))}
            />
            {measuredName(measure.name) && (
              <span className="col-span-3 row-start-2 text-[13px] text-soft">
                in formulas {measuredName(measure.name)}
              </span>
            )}
            <Figure found={found?.find((f) => f.id === measure.id)?.found} />
            <Remove label="Keep this length no more" act={() => edit(dropMeasure(measure.id))} />
          </li>
        ))}
      </ul>
    </section>
  )
}

function Figure({ found }: { found: BuildView['measures'][number]['found'] | undefined }) {
  const unit = useUnit()
  if (!found) return <span>…</span>
  if (!found.ok) return <span className="text-rust">■ {found.problem.message}</span>
  return (
    <b title={`${found.value.between.join(' to ')}: ${inBothUnits(found.value.value)}`}>
      {measuredWords(found.value, unit)}
    </b>
  )
}
