'use client'
import { useState } from 'react'
import { FIT_CLASSES, type FitClass } from '@/core/fit/classes'
import { formatLength } from '@/core/units/length'
import { setText } from '../../primitives/set-text'
import { useProject, useUnit } from '../../store/store'

const CLASSES = Object.keys(FIT_CLASSES) as FitClass[]
const nameOfFit = (fit: FitClass): string => `fit.${fit}`

/** The fit class that a gap is given by, if it is given by one alone. */
export const fitOf = (formula: string): FitClass | undefined => CLASSES.find((c) => nameOfFit(c) === formula.trim())

/** Under a gap that is being typed, per side: the fit classes by name, and the same gap on the diameter. */
export function GapHelp({
  value,
  input,
}: {
  /** What is typed comes to, mm per side. */
  value: number | undefined
  input: React.RefObject<HTMLInputElement | null>
}) {
  const unit = useUnit()
  const names = useProject((s) => s.build?.names)
  const [across, setAcross] = useState<string>()
  const put = (text: string) => input.current && setText(input.current, text)
  return (
    <span className="flex flex-wrap items-baseline gap-x-3 text-[13px] leading-snug text-soft">
      {CLASSES.map((fit) => {
        const worth = names?.[nameOfFit(fit)]?.value
        return (
          <button
            key={fit}
            type="button"
            tabIndex={-1}
            className="hover:text-figure"
            onMouseDown={(e) => e.preventDefault()}
            onClick={() => put(nameOfFit(fit))}
          >
            <b className="font-semibold">{FIT_CLASSES[fit]}</b> {worth === undefined ? '' : formatLength(worth, unit)}
          </button>
        )
      })}
      <label className="whitespace-nowrap">
        on the diameter{' '}
        <input
          aria-label="The same on the diameter"
          className="border-b-[1.5px] border-figure bg-transparent px-1 font-semibold text-figure outline-none"
          size={8}
          value={across ?? (value === undefined ? '' : formatLength(2 * value, unit))}
          onFocus={(e) => e.target.select()}
          onChange={(e) => {
            setAcross(e.target.value)
            if (e.target.value.trim()) put(`(${e.target.value.trim()}) / 2`)
          }}
        />
      </label>
    </span>
  )
}
