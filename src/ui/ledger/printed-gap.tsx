'use client'
import { useState } from 'react'
import { setPrinted } from '@/core/document/print-edits'
import { fitOf } from '@/core/fit/fit-of'
import type { LedgerRow } from '@/core/fit/ledger'
import { tighterBy } from '@/core/print/printed'
import { formatGap } from '@/core/units/length'
import { LengthFigure, LengthInput } from '../primitives/length-figure'
import { Remove } from '../primitives/small'
import { useProject, useProjectStore, useUnit } from '../store/store'
import { useWorkOut } from '../store/use-work-out'

/** Less is what calipers repeat, mm. */
const SAME = 0.015

/** A gap as it was read on the print, beside as it is wanted and built; in the place Print it can be typed. */
export function PrintedGap({ row }: { row: LedgerRow }) {
  const unit = useUnit()
  const edit = useProject((s) => s.edit)
  const printing = useProject((s) => s.place === 'print')
  const said = useProject((s) => s.history.present.printed.find((r) => r.row === row.id))
  const store = useProjectStore()
  const [typing, setTyping] = useState(false)
  const read = useWorkOut('document')(said?.read ?? '0')
  if (!said && (!printing || row.measured === undefined)) return null
  if (!said)
    return typing ? (
      <LengthInput
        label={`How wide ${row.between} came out`}
        placeholder="read on the print"
        onDone={(formula) => {
          setTyping(false)
          const { build, history } = store.getState()
          const spec = build?.rows.find((r) => r.id === row.id)
          const fit = spec && fitOf(spec, history.present.printer.gaps)
          if (formula !== undefined)
            edit(setPrinted(row.id, { read: formula, built: row.measured!, ...(fit ? { fit } : {}) }))
        }}
      />
    ) : (
      <button
        type="button"
        className="figure text-[14px]"
        aria-label={`say how wide ${row.between} came out`}
        onClick={() => setTyping(true)}
      >
        printed …
      </button>
    )
  const off = read.ok ? tighterBy({ read: read.value, built: said.built }) : 0
  return (
    <p className="text-[14px] text-soft">
      Printed it came out{' '}
      <LengthFigure
        label={`How wide ${row.between} came out`}
        formula={said.read}
        onChange={(formula) => edit(setPrinted(row.id, { ...said, read: formula }))}
      />
      {Math.abs(off) <= SAME
        ? ', as it was built'
        : `, ${formatGap(Math.abs(off), unit)} ${off > 0 ? 'tighter' : 'wider'} than it was built`}{' '}
      <Remove label={`Forget what was read of ${row.between}`} act={() => edit(setPrinted(row.id, undefined))} />
    </p>
  )
}
