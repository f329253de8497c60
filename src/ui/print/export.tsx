'use client'
import { useEffect, useState } from 'react'
import { allVariants, AS_DRAWN, variantInHand } from '@/core/document/variants'
import type { ExportFormat } from '@/core/formats/export-formats'
import type { ExportedPart } from '@/core/formats/export-parts'
import { boxSize } from '@/core/geometry/vec'
import type { Arrangement } from '@/core/print/arrange'
import { pauseSaid } from '@/core/print/pause'
import { formatLength, formatVolume } from '@/core/units/length'
import { useEngine } from '../actions/actions-context'
import { download } from '../api'
import { Choose } from '../primitives/choose'
import { Heading } from '../primitives/heading'
import { useDocument, useProject } from '../store/store'
import { Gate, useGate } from './gate'
import { SheetOfProject } from './sheet-of-project'

/** What goes to the printer, what is held against it, and how it is saved. */
export function Export() {
  const document = useDocument()
  const engine = useEngine()
  const build = useProject((s) => s.build)
  const arrangement = useProject((s) => s.arrangement)
  const set = useProject((s) => s.set)
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
  const save = async (format: ExportFormat) => {
    setState((s) => ({ ...s, busy: true }))
    const versions = all ? allVariants(document).map((v) => v.project) : [document]
    for (const version of versions)
      for (const file of await engine.export(version, arrangement, format))
        download(file.name, file.bytes as BlobPart, `model/${format}`)
    setState((s) => ({ ...s, busy: false }))
  }
  const { list } = state
  const plates = Math.max(1, ...(list ?? []).flatMap((p) => p.plates))
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
          {p.unbevelled && (
            <p className="text-[15px] text-soft">
              Its foot is as it is drawn: something in the lowest layer is too thin, or turns too sharply, to be
              bevelled.
            </p>
          )}
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
              options={{ bed: 'side by side on plates', assembled: 'as they belong together' }}
              onChange={(v) => set({ arrangement: v as Arrangement })}
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
          <p className="flex flex-wrap gap-x-4 gap-y-1 py-1">
            <button
              type="button"
              disabled={state.busy || gate.stopped}
              className="border-b-2 border-figure bg-tint px-2 py-0.5 font-semibold text-figure disabled:opacity-50"
              onClick={() => void save('3mf')}
            >
              {all
                ? `Save the 3MF of ${versions} versions`
                : plates > 1
                  ? `Save ${plates} 3MF, one a plate`
                  : 'Save one 3MF'}
            </button>
            <button
              type="button"
              disabled={state.busy || gate.stopped}
              className="border-b-2 border-figure bg-tint px-2 py-0.5 font-semibold text-figure disabled:opacity-50"
              onClick={() => void save('stl')}
            >
              {all ? 'Save the STL of all' : `Save ${list.length} STL`}
            </button>
            <button
              type="button"
              disabled={state.busy || gate.stopped}
              className="border-b-2 border-figure bg-tint px-2 py-0.5 font-semibold text-figure disabled:opacity-50"
              onClick={() => void save('obj')}
            >
              {all ? 'Save the OBJ of all' : plates > 1 ? `Save ${plates} OBJ` : 'Save one OBJ'}
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
