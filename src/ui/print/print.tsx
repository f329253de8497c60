'use client'
import { useEffect, useState } from 'react'
import { setGap, setPrinter } from '@/core/document/edits'
import type { Printer } from '@/core/document/schema'
import { FIT_CLASSES, type FitClass } from '@/core/fit/classes'
import { allVariants, AS_DRAWN, variantInHand } from '@/core/document/variants'
import type { ExportedPart } from '@/core/formats/export-parts'
import { boxSize } from '@/core/geometry/vec'
import type { Arrangement } from '@/core/print/arrange'
import { pauseSaid } from '@/core/print/pause'
import { formatLength, formatVolume } from '@/core/units/length'
import { download } from '../api'
import { Gate, useGate } from './gate'
import { Learn } from './learn'
import { SheetOfProject } from './sheet-of-project'
import { Choose } from '../primitives/choose'
import { Heading } from '../primitives/heading'
import { useEngine } from '../actions/actions-context'
import { useDocument, useProject } from '../store/store'

/** The printer, and what goes to it. */
export function Print() {
  return (
    <>
      <PrinterProfile />
      <Learn />
      <Export />
    </>
  )
}

const GAPS = Object.keys(FIT_CLASSES) as FitClass[]

function PrinterProfile() {
  const { printer } = useDocument()
  const edit = useProject((s) => s.edit)
  return (
    <>
      <Heading aside="mm">Printer</Heading>
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
        high.
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

function Export() {
  const document = useDocument()
  const engine = useEngine()
  const build = useProject((s) => s.build)
  const [arrangement, setArrangement] = useState<Arrangement>('bed')
  const [all, setAll] = useState(false)
  const variant = variantInHand(document)
  const versions = document.variants.length + 1
  const gate = useGate()
  const [state, setState] = useState<{ list?: ExportedPart[]; busy: boolean; error?: string }>({ busy: true })
  useEffect(() => {
    let current = true
    engine
      .listExport(document, arrangement)
      .then((list) => current && setState({ list, busy: false }))
      .catch((error: unknown) => current && setState({ busy: false, error: String(error) }))
    return () => {
      current = false
    }
  }, [engine, document, arrangement, build])
  const save = async (ending: string) => {
    setState((s) => ({ ...s, busy: true }))
    const versions = all ? allVariants(document).map((v) => v.project) : [document]
    for (const version of versions)
      for (const file of (await engine.export(version, arrangement)).filter((f) => f.name.endsWith(ending)))
        download(file.name, file.bytes as BlobPart, ending === '.3mf' ? 'model/3mf' : 'model/stl')
    setState((s) => ({ ...s, busy: false }))
  }
  const { list } = state
  return (
    <section aria-label="Export" className="pt-4">
      <Heading aside={state.busy ? 'building …' : ''}>Export</Heading>
      {list?.length === 0 && <p className="py-1 text-soft">There is no part to export yet.</p>}
      {state.error && <p className="text-rust">▲ The parts could not be built: {state.error}</p>}
      {list?.map((p) => (
        <div key={p.id} className="border-t border-hair py-1.5 first:border-t-0">
          <p className="font-semibold">
            {p.name}{' '}
            {p.closed ? (
              <span className="font-normal text-moss">✓ closed</span>
            ) : (
              <span className="text-rust">■ not closed</span>
            )}
          </p>
          <p className="text-[15px] text-soft">
            {boxSize(p.bounds)
              .map((v) => formatLength(v))
              .join(' × ')}{' '}
            mm, {formatVolume(p.volume)}, {p.triangles.toLocaleString('en')} triangles
          </p>
          {p.pauses.map((pause) => (
            <p key={pause.height} className="text-[15px] text-ochre">
              ▲ While it prints: {pauseSaid(pause)}.
            </p>
          ))}
        </div>
      ))}
      {list && list.length > 0 && (
        <>
          <Gate held={gate.held} waits={gate.waits} />
          <p className="py-1.5">
            Parts stand{' '}
            <Choose
              label="How the parts stand"
              value={arrangement}
              options={{ bed: 'side by side on the bed', assembled: 'as they belong together' }}
              onChange={(v) => setArrangement(v as Arrangement)}
            />
            .
            {versions > 1 && (
              <>
                {' '}
                Saved is{' '}
                <Choose
                  label="Which variants are saved"
                  value={all ? 'all' : 'hand'}
                  options={{
                    hand: `${variant?.name ?? AS_DRAWN} alone`,
                    all: `all ${versions} versions, each by its name`,
                  }}
                  onChange={(which) => setAll(which === 'all')}
                />
                .
              </>
            )}
          </p>
          <p className="flex gap-4 py-1">
            <button
              type="button"
              disabled={state.busy || gate.stopped}
              className="border-b-2 border-figure bg-tint px-2 py-0.5 font-semibold text-figure disabled:opacity-50"
              onClick={() => void save('.3mf')}
            >
              {all ? `Save ${versions} 3MF` : 'Save one 3MF'}
            </button>
            <button
              type="button"
              disabled={state.busy || gate.stopped}
              className="border-b-2 border-figure bg-tint px-2 py-0.5 font-semibold text-figure disabled:opacity-50"
              onClick={() => void save('.stl')}
            >
              {all ? 'Save the STL of all' : `Save ${list.length} STL`}
            </button>
          </p>
          {gate.stopped && (
            <p className="text-[14px] text-rust">■ What is marked so stops it: mend it, or let it pass and say why.</p>
          )}
          <p className="text-[14px] text-soft">All in millimetres, chords within 0.002 mm of their curves.</p>
          <SheetOfProject held={gate.held} />
        </>
      )}
    </section>
  )
}
