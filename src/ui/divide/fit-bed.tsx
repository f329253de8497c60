'use client'
import { useRef, useState } from 'react'
import { addStep, together } from '@/core/document/edits'
import type { FitJoint, FitProposal } from '@/core/sheet/fit-to-bed'
import { formatLength } from '@/core/units/length'
import type { PartView } from '@/worker/views'
import { Choose } from '../primitives/choose'
import { useEngine } from '../actions/actions-context'
import { useDocument, useProject, useUnit } from '../store/store'

const JOINTS: Readonly<Record<FitJoint, string>> = {
  tongue: 'tongue and groove',
  dowels: 'pins',
  none: 'nothing yet',
}

/** Proposes cuts so that a part lies on the bed, says what they would make, and writes them as steps. */
export function FitBed({ part }: { part: PartView }) {
  const document = useDocument()
  const edit = useProject((s) => s.edit)
  const engine = useEngine()
  const [joint, setJoint] = useState<FitJoint>('tongue')
  const [found, setFound] = useState<FitProposal>()
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState('')
  const asked = useRef(0)
  const stop = () => {
    asked.current += 1
    setBusy(false)
    void engine.stopFitting()
  }
  const propose = async () => {
    const ticket = (asked.current += 1)
    setBusy(true)
    setError('')
    try {
      const proposal = await engine.fitToBed(document, part.id, joint)
      if (ticket === asked.current) setFound(proposal)
    } catch (problem) {
      if (ticket === asked.current) setError(problem instanceof Error ? problem.message : String(problem))
    }
    if (ticket === asked.current) setBusy(false)
  }
  return (
    <div className="pl-5 text-[15px]">
      <p>
        <button type="button" className="figure" disabled={busy} onClick={() => void propose()}>
          make it fit the bed
        </button>{' '}
        with{' '}
        <Choose
          label={`What joins the pieces of ${part.name}`}
          value={joint}
          options={JOINTS}
          onChange={(v) => {
            stop()
            setFound(undefined)
            setJoint(v as FitJoint)
          }}
        />
        {busy && (
          <span role="status" className="pl-3 text-soft">
            looking for places to cut …{' '}
            <button type="button" className="figure" onClick={stop}>
              stop
            </button>
          </span>
        )}
      </p>
      {error && <p className="text-rust">▲ {error}</p>}
      {found && (
        <Proposal
          found={found}
          take={() => edit(together(...found.steps.map((s) => addStep(s))))}
          leave={() => setFound(undefined)}
        />
      )}
    </div>
  )
}

function Proposal({ found, take, leave }: { found: FitProposal; take: () => void; leave: () => void }) {
  const unit = useUnit()
  const cuts = found.steps.filter((s) => s.kind === 'divide').length
  return (
    <div role="group" aria-label="Proposed cuts" className="mt-1 border-l-2 border-figure pl-3">
      {cuts > 0 && (
        <p>
          {cuts} {cuts === 1 ? 'cut' : 'cuts'}, {found.pieces.length} pieces:{' '}
          <span className="text-soft">
            {found.pieces
              .map(
                (p) =>
                  `${p.size.map((v) => formatLength(Math.round(v), unit)).join(' × ')}${p.fits ? '' : ' (too large)'}`,
              )
              .join('; ')}
          </span>
        </p>
      )}
      {found.notes.map((note) => (
        <p key={note} className="text-ochre">
          ▲ {note}
        </p>
      ))}
      <p className="flex gap-4">
        {cuts > 0 && (
          <button
            type="button"
            className="border-b-2 border-figure bg-tint px-2 font-semibold text-figure"
            onClick={take}
          >
            write {found.steps.length} {found.steps.length === 1 ? 'step' : 'steps'}
          </button>
        )}
        <button type="button" className="figure" onClick={leave}>
          leave it
        </button>
      </p>
    </div>
  )
}
