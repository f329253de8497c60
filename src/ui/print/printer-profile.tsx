'use client'
import { setGap, setPrinter } from '@/core/document/print-edits'
import type { Printer } from '@/core/document/schema'
import { FIT_CLASSES, type FitClass } from '@/core/fit/classes'
import { formatLength } from '@/core/units/length'
import { Heading } from '../primitives/heading'
import { useDocument, useProject } from '../store/store'
import { KeptPrinters } from './kept-printers'

const GAPS = Object.keys(FIT_CLASSES) as FitClass[]

/** What the project is printed with. */
export function PrinterProfile() {
  const { printer } = useDocument()
  const edit = useProject((s) => s.edit)
  return (
    <>
      <Heading aside="mm">Printer</Heading>
      <KeptPrinters />
      <p className="leading-[1.8]">
        <Text label="Printer name" value={printer.name} onChange={(name) => edit(setPrinter({ name }))} /> prints{' '}
        <Text label="Filament" value={printer.filament} onChange={(filament) => edit(setPrinter({ filament }))} /> on a
        bed of{' '}
        {printer.bed.map((v, i) => (
          <span key={i}>
            {i > 0 && ' × '}
            <Figure
              label={['Bed width', 'Bed depth', 'Bed height'][i]!}
              value={v}
              least={10}
              onChange={(next) =>
                edit(setPrinter({ bed: printer.bed.map((b, k) => (k === i ? next : b)) as Printer['bed'] }))
              }
            />
          </span>
        ))}
        , lines{' '}
        <Figure label="Line width" value={printer.line} least={0.05} onChange={(line) => edit(setPrinter({ line }))} />{' '}
        wide and layers{' '}
        <Figure
          label="Layer height"
          value={printer.layer}
          least={0.02}
          onChange={(layer) => edit(setPrinter({ layer }))}
        />{' '}
        high, the lowest{' '}
        <Figure
          label="Height of the lowest layer"
          value={printer.first ?? printer.layer}
          least={0.02}
          onChange={(first) => edit(setPrinter({ first }))}
        />
        .
      </p>
      <p className="leading-[1.8]">
        Its holes come out{' '}
        <Figure
          label="How much smaller holes come out"
          value={printer.holes ?? 0}
          least={-2}
          onChange={(holes) => edit(setPrinter({ holes }))}
        />{' '}
        smaller across than drawn, its outsides{' '}
        <Figure
          label="How much larger outsides come out"
          value={printer.outsides ?? 0}
          least={-2}
          onChange={(outsides) => edit(setPrinter({ outsides }))}
        />{' '}
        larger. What is saved is bevelled at its foot by{' '}
        <Figure
          label="Bevel at the foot"
          value={printer.bevel ?? 0}
          least={0}
          onChange={(bevel) => edit(setPrinter({ bevel: Math.min(1, bevel) }))}
        />{' '}
        over the lowest layer, against its spread.
      </p>
      <table className="mt-1 text-[15px]">
        <caption className="sr-only">Fit classes of this printer</caption>
        <thead>
          <tr className="text-left text-[14px] text-soft">
            <th className="pr-6 font-normal">fit</th>
            <th className="pr-6 font-normal">per side</th>
            <th className="font-normal">on the diameter</th>
          </tr>
        </thead>
        <tbody>
          {GAPS.map((fit) => (
            <tr key={fit}>
              <td className="pr-6">{fit}</td>
              <td className="pr-6">
                <Figure
                  label={`${fit} gap per side`}
                  value={printer.gaps[fit]}
                  least={-0.5}
                  onChange={(gap) => edit(setGap(fit, gap))}
                />
              </td>
              <td>{formatLength(2 * printer.gaps[fit])}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}

const box =
  'border-b border-dotted border-figure bg-transparent font-semibold text-figure outline-none focus:border-solid'

function Text({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  return (
    <input
      key={value}
      aria-label={label}
      defaultValue={value}
      size={Math.max(4, value.length)}
      className={box}
      onBlur={(e) => e.target.value.trim() && e.target.value.trim() !== value && onChange(e.target.value.trim())}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
    />
  )
}

function Figure({
  label,
  value,
  least,
  onChange,
}: {
  label: string
  value: number
  least: number
  onChange: (value: number) => void
}) {
  const take = (input: HTMLInputElement) => {
    const next = Number(input.value.replace(',', '.'))
    if (Number.isFinite(next) && next >= least && input.value.trim() !== '') {
      if (next !== value) onChange(next)
    } else input.value = formatLength(value)
  }
  return (
    <input
      key={value}
      aria-label={label}
      inputMode="decimal"
      defaultValue={formatLength(value)}
      size={4}
      className={`${box} w-12 text-center`}
      onBlur={(e) => take(e.target)}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
    />
  )
}
