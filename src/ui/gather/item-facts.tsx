'use client'
import { setFlats } from '@/core/document/edits'
import { byFlats, describeRounds, isCoarse } from '@/core/references/describe-rounds'
import { massOf, type Material, MATERIALS } from '@/core/units/materials'
import { formatLength } from '@/core/units/length'
import type { ItemView } from '@/worker/views'
import { ItemTraits } from './item-traits'
import { Choose } from '../primitives/choose'
import { useProject, useUnit } from '../store/store'

/** A cubic inch, and a square one, in mm. */
const IN3 = 25.4 ** 3
const IN2 = 25.4 ** 2
const round = (v: number) => Number(v.toPrecision(4)).toLocaleString('en', { maximumFractionDigits: 4 })

/** What is known of the picked item: volume, area, mass, holes and pins. */
export function ItemFacts({ item, reference }: { item: ItemView; reference: string }) {
  const unit = useUnit()
  const material = useProject((s) => s.material)
  const set = useProject((s) => s.set)
  const edit = useProject((s) => s.edit)
  const flats = useProject(
    (s) => s.history.present.references.find((r) => r.id === reference)?.flats.includes(item.id) ?? false,
  )
  const inch = unit === 'in'
  const format = (mm: number) => formatLength(mm, unit)
  const rounds = describeRounds(flats ? item.rounds.map(byFlats) : item.rounds, format)
  return (
    <div className="pb-1 pl-3 text-[14px] leading-snug text-soft">
      <p>
        {item.closed ? `${round(inch ? item.volume / IN3 : item.volume)} ${unit}³ in volume, ` : 'It does not close. '}
        {round(inch ? item.area / IN2 : item.area)} {unit}² of surface.
      </p>
      {item.closed && (
        <p>
          In{' '}
          <Choose
            label="Its material"
            value={material}
            options={Object.fromEntries(Object.keys(MATERIALS).map((m) => [m, m]))}
            onChange={(m) => set({ material: m as Material })}
          />{' '}
          it weighs {round(massOf(item.volume, material))} g, its middle of mass at {item.middle.map(format).join(', ')}
          .
        </p>
      )}
      {rounds.map((words) => (
        <p key={words}>{words}.</p>
      ))}
      <ItemTraits item={item} reference={reference} />
      {item.rounds.some(isCoarse) && (
        <button type="button" className="figure" onClick={() => edit(setFlats(reference, item.id, !flats))}>
          {flats ? 'the corners were meant' : 'the flats were meant'}
        </button>
      )}
    </div>
  )
}
