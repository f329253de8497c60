'use client'
import { setPart } from '@/core/document/edits'
import { setPrinter } from '@/core/document/print-edits'
import { assumptions, type Slicing, slicingOf, timeSaid, USUAL_FLOW } from '@/core/print/estimate'
import type { PartView } from '@/worker/views'
import { Choose } from '../primitives/choose'
import { Heading } from '../primitives/heading'
import { NameInput } from '../primitives/name-input'
import { NumberFigure } from '../primitives/number-figure'
import { useDocument, useProject } from '../store/store'
import { takesOf } from './takes'

const SUPPORTS = { none: 'without supports', bed: 'with supports from the bed', everywhere: 'with supports everywhere' }

/** How each part is sliced, and about what it takes. */
export function Estimates() {
  const project = useDocument()
  const edit = useProject((s) => s.edit)
  const build = useProject((s) => s.build)
  const proofs = useProject((s) => s.proofs)
  const parts = build?.parts ?? []
  if (parts.length === 0) return null
  const takes = takesOf(project, parts, proofs)
  const { printer } = project
  const sum = (of: (id: string) => number | undefined) =>
    parts.reduce<number | undefined>((total, { id }) => {
      const one = of(id)
      return total === undefined || one === undefined ? undefined : total + one * (project.parts[id]?.count ?? 1)
    }, 0)
  const [seconds, grams] = [sum((id) => takes[id]?.seconds), sum((id) => takes[id]?.mass)]
  return (
    <section aria-label="What it takes" className="pt-4">
      <Heading>What it takes, about</Heading>
      {parts.map((part) => (
        <PartTakes key={part.id} part={part} seconds={takes[part.id]?.seconds} grams={takes[part.id]?.mass} />
      ))}
      <p className="border-t border-hair py-1.5">
        All of it: {seconds === undefined ? 'looked at …' : timeSaid(seconds)}
        {grams !== undefined && `, ${grams.toFixed(1)} g`}
        {grams !== undefined &&
          (printer.price ?? 0) > 0 &&
          `, ${((grams / 1000) * printer.price!).toFixed(2)} for filament`}
      </p>
      <p className="text-[14px] text-soft">
        With {assumptions(printer)} The printer melts{' '}
        <NumberFigure
          label="Filament a second"
          formula={String(printer.flow ?? USUAL_FLOW)}
          ending=" mm³"
          onChange={(_, flow) => flow > 0 && flow <= 200 && edit(setPrinter({ flow }))}
        />{' '}
        a second; a kilogram costs{' '}
        <NumberFigure
          label="Price of a kilogram"
          formula={String(printer.price ?? 0)}
          ending=""
          onChange={(_, price) => price >= 0 && price <= 100_000 && edit(setPrinter({ price }))}
        />
        .
      </p>
    </section>
  )
}

function PartTakes({
  part,
  seconds,
  grams,
}: {
  part: PartView
  seconds: number | undefined
  grams: number | undefined
}) {
  const project = useDocument()
  const edit = useProject((s) => s.edit)
  const own = project.parts[part.id]
  const { walls, fill, supports, temperature, note } = slicingOf(own)
  const change = (next: Partial<Slicing>) => edit(setPart(part.id, { slicing: { ...own?.slicing, ...next } }))
  return (
    <p className="border-t border-hair py-1.5 text-[15px] first-of-type:border-t-0">
      <span className="font-semibold">{part.name}</span>, walls of{' '}
      <NumberFigure
        label={`Lines of a wall of ${part.name}`}
        formula={String(walls)}
        ending=""
        onChange={(_, walls) => Number.isInteger(walls) && walls >= 1 && walls <= 20 && change({ walls })}
      />{' '}
      lines, filled{' '}
      <NumberFigure
        label={`Fill of ${part.name}`}
        formula={String(fill)}
        ending=" %"
        onChange={(_, fill) => fill >= 0 && fill <= 100 && change({ fill })}
      />
      ,{' '}
      <Choose
        label={`Supports of ${part.name}`}
        value={supports}
        options={SUPPORTS}
        onChange={(v) => change({ supports: v as Slicing['supports'] })}
      />
      , at{' '}
      <NumberFigure
        label={`Temperature of ${part.name}`}
        formula={String(temperature)}
        ending=" °C"
        instead={temperature === 0 ? 'the usual heat' : undefined}
        onChange={(_, temperature) => temperature >= 0 && temperature <= 500 && change({ temperature })}
      />
      :{' '}
      <span className="text-soft">
        {seconds === undefined ? 'looked at …' : timeSaid(seconds)}
        {grams !== undefined && `, ${grams.toFixed(1)} g`}
      </span>{' '}
      <NameInput
        mayBeEmpty
        label={`What to mind of ${part.name}`}
        name={note}
        placeholder="to be minded"
        className="w-full text-[14px]"
        onName={(name) => change({ note: name })}
      />
    </p>
  )
}
