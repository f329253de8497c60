'use client'
import { useState } from 'react'
import { together } from '@/core/document/edits'
import { setPrinted } from '@/core/document/print-edits'
import { fitOf } from '@/core/fit/fit-of'
import { safeFileName } from '@/core/formats/file-names'
import { differences, profileOf } from '@/core/print/kept-printers'
import { formatLength } from '@/core/units/length'
import { useEngine } from '../actions/actions-context'
import { download } from '../api'
import type { Engine } from '../engine/engine'
import { NumberFigure } from '../primitives/number-figure'
import { useDocument, useProject, useUnit } from '../store/store'

type Printed = Awaited<ReturnType<Engine['simulate']>>

/** A printer for those who have none at hand: it prints the project with flaws of its own, and lets it be measured. */
export function Simulated() {
  const project = useDocument()
  const ledger = useProject((s) => s.ledger)
  const rows = useProject((s) => s.build?.rows) ?? []
  const isBuilt = useProject((s) => !s.pending && (s.build?.parts.length ?? 0) > 0)
  const edit = useProject((s) => s.edit)
  const engine = useEngine()
  const unit = useUnit()
  const [seed, setSeed] = useState(1)
  const [state, setState] = useState<{ busy?: true; printed?: Printed; of?: typeof project; problem?: string }>({})
  const print = async () => {
    setState({ busy: true })
    try {
      setState({ printed: await engine.simulate(project, seed), of: project })
    } catch (error) {
      setState({ problem: error instanceof Error ? error.message : String(error) })
    }
  }
  // What has been changed since is not what lies there.
  const printed = state.of && isSameDesign(state.of, project) ? state.printed : undefined
  const fits = (printed?.gaps ?? []).flatMap(({ row, mm }) => {
    const built = ledger.find((r) => r.id === row)?.measured
    const spec = rows.find((r) => r.id === row)
    const fit = spec && fitOf(spec, project.printer.gaps)
    return built === undefined || !fit ? [] : [setPrinted(row, { read: mm.toFixed(2), built, fit })]
  })
  return (
    <div role="group" aria-label="Simulated printer" className="border-t border-hair py-1.5 text-[15px]">
      <p>
        Without a printer: simulated printer{' '}
        <NumberFigure
          label="Which simulated printer"
          formula={String(seed)}
          ending=""
          onChange={(_, v) => Number.isInteger(v) && setSeed(v)}
        />{' '}
        hides how far its prints are off.{' '}
        <button type="button" className="figure" disabled={state.busy || !isBuilt} onClick={() => void print()}>
          {state.busy ? 'it prints …' : 'print the parts on it'}
        </button>
      </p>
      {state.problem && <p className="text-rust">■ {state.problem}</p>}
      {printed && (
        <>
          <ul className="text-[14px] text-soft">
            {printed.parts.map((p) => (
              <li key={p.id}>
                {p.name}: drawn {p.drawn.map((v) => formatLength(v, unit)).join(' × ')}, came out{' '}
                {p.read.map((v) => formatLength(v, unit)).join(' × ')} {unit}
              </li>
            ))}
          </ul>
          <p className="flex flex-wrap gap-x-4">
            {fits.length > 0 && (
              <button type="button" className="figure" onClick={() => edit(together(...fits))}>
                {fits.length === 1
                  ? 'read the one fit of the ledger on them'
                  : `read the ${fits.length} fits of the ledger on them`}
              </button>
            )}
            <button
              type="button"
              className="figure"
              onClick={() => printed.parts.forEach((p) => download(`${safeFileName(project.name, p.name)}-printed.stl`, p.stl as BlobPart, 'model/stl'))} // prettier-ignore
            >
              save them as they came out
            </button>
          </p>
        </>
      )}
    </div>
  )
}

const isSameDesign = (a: ReturnType<typeof useDocument>, b: ReturnType<typeof useDocument>): boolean =>
  a.steps === b.steps &&
  differences(profileOf(a.printer), profileOf(b.printer)).length === 0 &&
  a.numbers === b.numbers &&
  a.references === b.references
