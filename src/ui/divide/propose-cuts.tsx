'use client'
import { useRef, useState } from 'react'
import { addStep, together } from '@/core/document/edits'
import type { Joint, Proposal, ProposedFor } from '@/core/propose'
import { formatLength } from '@/core/units/length'
import type { PartView } from '@/worker/views'
import { Choose } from '../primitives/choose'
import { useEngine } from '../actions/actions-context'
import { useDocument, useProject, useUnit } from '../store/store'

/** What is asked for, and what can join the pieces, the usual one first. */
const ASKED: Readonly<Record<ProposedFor, { words: string; joints: Partial<Record<Joint, string>> }>> = {
  bed: {
    words: 'make it fit the bed',
    joints: { tongue: 'tongue and groove', dowels: 'pins', none: 'nothing yet' },
  },
  supports: {
    words: 'cut it to print without supports',
    joints: { dowels: 'loose dowels', none: 'nothing yet' },
  },
}

/** Proposes cuts so that a part lies on the bed or needs no supports, says what they would make, and writes them as steps. */
export function ProposeCuts({ part, what }: { part: PartView; what: ProposedFor }) {
  const document = useDocument()
  const edit = useProject((s) => s.edit)
  const engine = useEngine()
  const { words, joints } = ASKED[what]
  const [joint, setJoint] = useState(Object.keys(joints)[0] as Joint)
  const [found, setFound] = useState<Proposal>()
  const [cuts, setCuts] = useState(0)
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState('')
  const asked = useRef(0)
  const stop = () => {
    asked.current += 1
    setBusy(false)
    void engine.stopProposing()
  }
  const propose = async () => {
    const ticket = (asked.current += 1)
    setBusy(true)
    setError('')
    setCuts(0)
    try {
      const told = (so: number) => ticket === asked.current && setCuts(so)
      const proposal = await engine.propose(document, part.id, what, joint, told)
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
          {words}
        </button>{' '}
        with{' '}
        <Choose
          label={`What joins the pieces of ${part.name}`}
          value={joint}
          options={joints as Record<string, string>}
          onChange={(v) => {
            stop()
            setFound(undefined)
            setJoint(v as Joint)
          }}
        />
        {busy && (
          <span role="status" className="pl-3 text-soft">
            looking for places to cut{cuts > 0 && `, ${cuts} so far`} …{' '}
            <button type="button" className="figure" onClick={stop}>
              stop
            </button>
          </span>
        )}
      </p>
      {error && <p className="text-rust">▲ {error}</p>}
      {found && (
        <Proposed
          found={found}
          take={() => edit(together(...found.steps.map((s) => addStep(s))))}
          leave={() => setFound(undefined)}
        />
      )}
    </div>
  )
}

function Proposed({ found, take, leave }: { found: Proposal; take: () => void; leave: () => void }) {
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
      {found.says && <p>{found.says}</p>}
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
