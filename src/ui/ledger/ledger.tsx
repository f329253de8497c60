'use client'
import { memo } from 'react'
import type { LedgerRow } from '@/core/fit/ledger'
import { formatGap } from '@/core/units/length'
import { Heading } from '../primitives/heading'
import { useProject, useUnit } from '../store/store'
import { FoundPairs } from './found'
import { Gauge } from './gauge'
import { Mends } from './mends'
import { PrintedGap } from './printed-gap'
import { OwnRowSentence } from './own-row'

/** Every place where two things meet, and what the checks have to say. */
export function Ledger() {
  const rows = useProject((s) => s.ledger)
  const unit = useUnit()
  const waiting = useProject((s) => s.build === undefined && s.history.present.steps.length > 0)
  const held = rows.filter((r) => r.verdict === 'holds').length
  return (
    <>
      <Heading aside={rows.length > 0 ? `${held} of ${rows.length} hold` : unit}>Fit ledger</Heading>
      {rows.length === 0 && (
        <p className="py-1 text-[15px] text-soft">
          {waiting
            ? 'The parts are being built; then every gap is measured.'
            : 'Wherever parts and references meet, a line with the wanted and the measured gap will stand here.'}
        </p>
      )}
      {rows.length > 0 && (
        <table className="w-full table-fixed border-collapse text-[15px]">
          <caption className="sr-only">Gaps wanted and measured, {unit} per side</caption>
          <thead className="sr-only">
            <tr>
              <th>Between</th>
              <th>Measured</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <Row key={row.id} row={row} />
            ))}
          </tbody>
        </table>
      )}
      <FoundPairs />
      <Findings />
    </>
  )
}

const WORD = { holds: '✓', tight: 'tight', wide: 'wide', lost: 'lost' } as const
const TONE = { holds: 'text-moss', tight: 'text-rust', wide: 'text-ochre', lost: 'text-rust' } as const

const Row = memo(function Row({ row }: { row: LedgerRow }) {
  const unit = useUnit()
  const set = useProject((s) => s.set)
  const own = useProject((s) => s.history.present.rows.find((r) => r.id === row.id))
  const pointed = useProject((s) => s.pointedRow === row.id)
  const point = (on: boolean) => set({ pointedRow: on ? row.id : undefined })
  return (
    <tr
      className={`border-t border-hair first:border-t-0 ${pointed ? 'bg-tint' : ''}`}
      onPointerEnter={() => point(true)}
      onPointerLeave={() => point(false)}
    >
      <td colSpan={2} className="py-1.5">
        <button
          type="button"
          className="flex w-full items-baseline gap-2 text-left leading-snug"
          onFocus={() => point(true)}
          onBlur={() => point(false)}
        >
          <span className="flex-1">
            {row.between}
            {row.verdict !== 'holds' && <span className="text-soft"> of {formatGap(row.wanted, unit)}</span>}
          </span>
          <b className={`font-semibold whitespace-nowrap ${TONE[row.verdict]}`}>
            {WORD[row.verdict]} {row.measured === undefined ? '' : formatGap(row.measured, unit)}
          </b>
        </button>
        <Gauge row={row} />
        {row.problem && <p className="text-[14px] leading-snug text-rust">■ {row.problem.message}</p>}
        <PrintedGap row={row} />
        {own && <OwnRowSentence row={own} between={row.between} />}
      </td>
    </tr>
  )
})

function Findings() {
  const findings = useProject((s) => s.findings)
  const parts = useProject((s) => s.build?.parts.length ?? 0)
  const set = useProject((s) => s.set)
  return (
    <>
      <Heading aside={findings && parts > 0 ? `${findings.length}` : ''}>Findings</Heading>
      {(parts === 0 || !findings) && (
        <p className="py-1 text-[15px] text-soft">{parts === 0 ? 'Nothing to check yet.' : 'Checking …'}</p>
      )}
      {parts > 0 && findings?.length === 0 && (
        <p className="py-1 text-[15px] text-moss">✓ The checks have nothing to say.</p>
      )}
      <ul className="text-[15px] leading-snug">
        {parts > 0 &&
          findings?.map((f) => (
            <li key={`${f.check} ${f.title}`} className="border-t border-hair py-2 first:border-t-0">
              <button
                type="button"
                className="text-left"
                onClick={() => f.place && set({ pointedRow: `place ${f.place.join(' ')}` })}
              >
                <b className={f.weight === 'stop' ? 'text-rust' : 'text-ochre'}>
                  {f.weight === 'stop' ? '■ ' : '▲ '}
                  {f.title}
                </b>{' '}
                {f.text}
              </button>
              <Mends finding={f} />
            </li>
          ))}
      </ul>
    </>
  )
}
