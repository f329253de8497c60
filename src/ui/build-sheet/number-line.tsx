'use client'
import { useRef, useState } from 'react'
import { removeNumber } from '@/core/document/edits'
import type { ProjectNumber } from '@/core/document/schema'
import { setFormula } from '@/core/document/variants'
import { renameNumber, whyNotCalled } from '@/core/sheet/names-in-use'
import { formatLength, inBothUnits } from '@/core/units/length'
import { toStoredFormula } from '@/core/units/stored-formula'
import { NameField } from '../primitives/name-field'
import { NameHints } from '../primitives/name-hints'
import { Remove } from '../primitives/small'
import { useDocument, useProject } from '../store/store'
import { NumberNotes } from './number-notes'
import { NumberRange } from './number-range'

/** A number: its name, its formula, what that comes to, where it is used and how it can be tried. */
export function NumberLine({ number }: { number: ProjectNumber }) {
  const edit = useProject((s) => s.edit)
  const document = useDocument()
  const { unit } = document
  const known = useProject((s) => s.build?.names[number.name])
  const value = known?.value
  const problem = useProject((s) => s.build?.numberProblems[number.id])
  const [typed, setTyped] = useState<string>()
  const input = useRef<HTMLInputElement>(null)
  const save = () => {
    const stored = typed === undefined ? '' : toStoredFormula(typed, 'length', unit)
    if (stored && stored !== number.formula) edit(setFormula(number.id, stored))
  }
  const box =
    'min-w-0 border-b border-transparent bg-transparent hover:border-rule focus:border-figure focus:outline-none'
  return (
    <div className="py-0.5" role="group" aria-label={`The number ${number.name}`}>
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
          value={typed ?? number.formula}
          className={`${box} flex-1`}
          ref={input}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={() => {
            save()
            setTyped(undefined)
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') save()
            if (e.key === 'Enter' || e.key === 'Escape') setTyped(undefined)
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
      {typed !== undefined && <NameHints text={typed} input={input} />}
      {problem && <p className="text-[14px] text-rust">▲ {problem.message}</p>}
      <NumberNotes number={number} />
      {number.range && <NumberRange number={number} range={number.range} value={known} />}
    </div>
  )
}
