'use client'
import { useRef, useState } from 'react'
import { removeNumber, setNumber } from '@/core/document/edits'
import type { ProjectNumber } from '@/core/document/schema'
import { renameNumber, whyNotCalled } from '@/core/sheet/names-in-use'
import { inBothUnits, formatLength } from '@/core/units/length'
import { toStoredFormula } from '@/core/units/stored-formula'
import { newId } from '../new-id'
import { Heading } from '../primitives/heading'
import { NameField } from '../primitives/name-field'
import { NameHints } from '../primitives/name-hints'
import { Remove } from '../primitives/small'
import { useDocument, useProject } from '../store/store'

/** Named values of the project, which every formula can use. */
export function Numbers() {
  const { numbers, unit } = useDocument()
  const edit = useProject((s) => s.edit)
  const free = (i = numbers.length + 1): string =>
    numbers.some((n) => n.name === `size${i}`) ? free(i + 1) : `size${i}`
  return (
    <>
      <Heading aside={unit}>Numbers</Heading>
      {numbers.map((n) => (
        <NumberLine key={`${n.id} ${n.name} ${n.formula}`} number={n} />
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

function NumberLine({ number }: { number: ProjectNumber }) {
  const edit = useProject((s) => s.edit)
  const document = useDocument()
  const { unit } = document
  const known = useProject((s) => s.build?.names[number.name])
  const value = known?.value
  const problem = useProject((s) => s.build?.numberProblems[number.id])
  const [formula, setFormula] = useState(number.formula)
  const [typing, setTyping] = useState(false)
  const input = useRef<HTMLInputElement>(null)
  const save = () => {
    const stored = toStoredFormula(formula, 'length', unit)
    if (stored && stored !== number.formula) edit(setNumber(number.id, number.name, stored))
  }
  const box =
    'min-w-0 border-b border-transparent bg-transparent hover:border-rule focus:border-figure focus:outline-none'
  return (
    <div className="py-0.5">
      <div className="flex items-baseline gap-2">
        <NameField
          label={`Name of the number ${number.name}`}
          name={number.name}
          whyNot={(name) => whyNotCalled(document, name, number.name)}
          className="w-24"
          onName={(name) => edit(renameNumber(number.id, name))}
        />
        <input
          aria-label={`Formula of ${number.name}`}
          value={formula}
          className={`${box} flex-1`}
          ref={input}
          onFocus={() => setTyping(true)}
          onChange={(e) => setFormula(e.target.value)}
          onBlur={() => {
            setTyping(false)
            save()
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') save()
            if (e.key === 'Escape') setFormula(number.formula)
          }}
        />
        <span className="text-soft" title={known?.dimension === 'length' ? inBothUnits(known.value) : ''}>
          {value === undefined
            ? ''
            : known?.dimension === 'length'
              ? formatLength(value, unit)
              : Number(value.toFixed(4))}
        </span>
        <Remove label={`Take out ${number.name}`} act={() => edit(removeNumber(number.id))} />
      </div>
      {typing && <NameHints text={formula} input={input} />}
      {problem && <p className="text-[14px] text-rust">▲ {problem.message}</p>}
    </div>
  )
}
