import { scaleLinear } from 'd3-scale'
import type { LedgerRow } from '@/core/fit/ledger'

const WIDTH = 262

/** The gap drawn as a gauge: a band for what is wanted with its tolerance, a mark for what was measured. */
export function Gauge({ row }: { row: LedgerRow }) {
  const most = Math.max(row.wanted * 2, (row.measured ?? 0) * 1.1, row.wanted + 4 * row.tolerance)
  const x = scaleLinear()
    .domain([0, most])
    .range([3, WIDTH - 3])
    .clamp(true)
  const holds = row.verdict === 'holds'
  const at = row.measured === undefined ? undefined : x(row.measured)
  return (
    <svg viewBox={`0 0 ${WIDTH} 14`} width="100%" style={{ maxWidth: WIDTH }} aria-hidden className="block">
      <path d={`M0 7H${WIDTH}`} stroke="var(--rule)" />
      <rect
        x={x(row.wanted - row.tolerance)}
        width={Math.max(2, x(row.wanted + row.tolerance) - x(row.wanted - row.tolerance))}
        y={3.5}
        height={7}
        fill="var(--band)"
      />
      <path d={`M${x(row.wanted)} 2V12`} stroke="var(--ink)" strokeWidth={1.6} />
      {at !== undefined && holds && <circle cx={at} cy={7} r={4.2} fill="var(--moss)" />}
      {at !== undefined && !holds && (
        <path d={`M${at} 1.5l5 10.5h-10z`} fill={row.verdict === 'tight' ? 'var(--rust)' : 'var(--ochre)'} />
      )}
    </svg>
  )
}
