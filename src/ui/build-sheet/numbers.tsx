'use client'
import { setNumber } from '@/core/document/edits'
import { newId } from '../new-id'
import { Heading } from '../primitives/heading'
import { useProject, useShownDocument } from '../store/store'
import { NumberLine } from './number-line'

/** Named values of the project, which every formula can use. */
export function Numbers() {
  const { numbers, unit } = useShownDocument()
  const edit = useProject((s) => s.edit)
  const free = (i = numbers.length + 1): string =>
    numbers.some((n) => n.name === `size${i}`) ? free(i + 1) : `size${i}`
  return (
    <>
      <Heading aside={unit}>Numbers</Heading>
      {numbers.map((n) => (
        <NumberLine key={`${n.id} ${n.name}`} number={n} />
      ))}
      <button
        type="button"
        className="py-1.5 text-soft hover:text-ink"
        onClick={() => edit(setNumber(newId(), free(), '10 mm'))}
      >
        Add a number …
      </button>
    </>
  )
}
