'use client'
import { useState } from 'react'
import { addReading, addRepeat, describeReading, removeReading, removeRepeat } from '@/core/document/edits'
import type { ProjectReading } from '@/core/document/schema'
import { readingFacts } from '@/core/readings/reading'
import { evaluateFormula } from '@/core/units/formula'
import { formatLength, withUnit } from '@/core/units/length'
import { toStoredFormula } from '@/core/units/stored-formula'
import { newId } from '../new-id'
import { Heading } from '../primitives/heading'
import { renameReading, whyNotCalled } from '@/core/sheet/names-in-use'
import { NameField } from '../primitives/name-field'
import { NameInput } from '../primitives/name-input'
import { Remove } from '../primitives/small'
import { useDocument, useProject, useUnit } from '../store/store'

/** Measured sizes with a name, which every formula can use. */
export function Readings() {
  const readings = useProject((s) => s.history.present.readings)
  const numbers = useProject((s) => s.history.present.numbers)
  const edit = useProject((s) => s.edit)
  const set = useProject((s) => s.set)
  const taken = new Set([...readings, ...numbers].map((r) => r.name))
  const free = (i = 1): string => (taken.has(`reading${i}`) ? free(i + 1) : `reading${i}`)
  return (
    <section aria-label="Readings" className="pt-3">
      <Heading aside={`${readings.length}`}>Readings</Heading>
      {readings.map((r) => (
        <ReadingLine key={`${r.id} ${r.name}`} reading={r} />
      ))}
      <p className="flex gap-6 py-1.5 text-soft">
        <button type="button" className="hover:text-ink" onClick={() => edit(addReading(newId(), free()))}>
          Add a reading …
        </button>
        <button type="button" className="hover:text-ink" onClick={() => set({ calipers: true })}>
          Take the calipers
        </button>
      </p>
    </section>
  )
}

function ReadingLine({ reading }: { reading: ProjectReading }) {
  const document = useDocument()
  const edit = useProject((s) => s.edit)
  const unit = useUnit()
  const facts = readingFacts(reading.repeats, reading.resolution)
  return (
    <div className="border-b border-hair py-1">
      <p className="flex items-baseline gap-2">
        <NameField
          label={`Name of the reading ${reading.name}`}
          name={reading.name}
          whyNot={(name) => whyNotCalled(document, name, reading.name)}
          className="w-28"
          onName={(name) => edit(renameReading(reading.id, name))}
        />
        <NameInput
          mayBeEmpty
          label={`What ${reading.name} is of`}
          name={reading.what}
          placeholder="what was measured"
          className="flex-1"
          onName={(what) => edit(describeReading(reading.id, { what }))}
        />
        <b>{facts.ok ? withUnit(facts.value.mean, unit) : ''}</b>
        <Remove label={`Take out ${reading.name}`} act={() => edit(removeReading(reading.id))} />
      </p>
      <p className="flex flex-wrap items-baseline gap-x-3 pl-3 text-[14.5px]">
        {reading.repeats.map((repeat, i) => (
          <button
            // Repeats may be equal; their place is what tells them apart.
            key={`${i} ${repeat}`}
            type="button"
            title="Take this repeat out"
            className="hover:text-rust hover:line-through"
            onClick={() => edit(removeRepeat(reading.id, i))}
          >
            {repeat}
          </button>
        ))}
        <NextRepeat reading={reading} />
        {facts.ok && facts.value.count > 1 && (
          <span className="text-soft">spread {formatLength(facts.value.spread, unit)}</span>
        )}
      </p>
      {facts.ok && facts.value.warning && <p className="text-[14px] text-ochre">▲ {facts.value.warning}</p>}
    </div>
  )
}

/** Where the next repeat is typed, by hand or by an instrument. */
function NextRepeat({ reading }: { reading: ProjectReading }) {
  const edit = useProject((s) => s.edit)
  const unit = useUnit()
  const [text, setText] = useState('')
  const stored = text.trim() === '' ? '' : toStoredFormula(text, 'length', unit)
  const check = stored ? evaluateFormula(stored, 'length', { unit: 'mm', lookup: () => undefined }) : undefined
  return (
    <>
      <input
        aria-label={`Next repeat of ${reading.name}`}
        value={text}
        placeholder="next repeat"
        className="w-24 border-b border-rule bg-transparent outline-none focus:border-figure"
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' || !check?.ok) return
          edit(addRepeat(reading.id, stored))
          setText('')
        }}
      />
      {check && !check.ok && <span className="text-rust">{check.problem.message}</span>}
    </>
  )
}
