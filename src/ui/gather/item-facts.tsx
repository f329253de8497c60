'use client'
import { describeRounds } from '@/core/references/describe-rounds'
import { formatLength } from '@/core/units/length'
import type { ItemView } from '@/worker/build.worker'
import { useUnit } from '../project/store'

/** A cubic inch, and a square one, in mm. */
const IN3 = 25.4 ** 3
const IN2 = 25.4 ** 2
const round = (v: number) => Number(v.toPrecision(4)).toLocaleString('en', { maximumFractionDigits: 4 })

/** What is known of the picked item: volume, area, holes and pins. */
export function ItemFacts({ item }: { item: ItemView }) {
  const unit = useUnit()
  const inch = unit === 'in'
  const rounds = describeRounds(item.rounds, (mm) => formatLength(mm, unit))
  return (
    <div className="pb-1 pl-3 text-[14px] leading-snug text-soft">
      <p>
        {item.closed ? `${round(inch ? item.volume / IN3 : item.volume)} ${unit}³ in volume, ` : 'It does not close. '}
        {round(inch ? item.area / IN2 : item.area)} {unit}² of surface.
      </p>
      {rounds.map((words) => (
        <p key={words}>{words}.</p>
      ))}
    </div>
  )
}
