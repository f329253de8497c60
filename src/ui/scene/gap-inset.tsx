'use client'
import { formatGap } from '@/core/units/length'
import { useProject, useUnit } from '../store/store'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

const RADIUS = 58

/** The gap of the row pointed at, drawn to scale beside its place. */
export function GapInset({ view }: { view: SceneView }) {
  const pointed = useProject((s) => s.pointedRow)
  const row = useProject((s) => s.ledger.find((r) => r.id === s.pointedRow))
  const unit = useUnit()
  const place = pointed?.startsWith('place ')
    ? (pointed.slice(6).split(' ').map(Number) as [number, number, number])
    : row?.at?.[0]
  const at = useDrawn(view, (v) => place && v.project(place).join(' '))
  if (!at) return null
  const [x, y] = at.split(' ').map(Number) as [number, number]
  return (
    <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden>
      <circle cx={x} cy={y} r={7} fill="none" stroke="var(--rust)" strokeWidth={2} />
      {row && row.measured !== undefined && (
        <Magnified
          x={x}
          y={y}
          row={{ wanted: row.wanted, measured: row.measured, verdict: row.verdict }}
          label={formatGap(row.measured, unit)}
          wantedLabel={formatGap(row.wanted, unit)}
        />
      )}
    </svg>
  )
}

interface Shown {
  wanted: number
  measured: number
  verdict: string
}

function Magnified({
  x,
  y,
  row,
  label,
  wantedLabel,
}: {
  x: number
  y: number
  row: Shown
  label: string
  wantedLabel: string
}) {
  const [cx, cy] = [x > 320 ? x - 130 : x + 130, Math.max(RADIUS + 120, y - 90)]
  const pixels = 46 / Math.max(row.wanted, row.measured, 0.05)
  const tone = row.verdict === 'holds' ? 'var(--moss)' : row.verdict === 'wide' ? 'var(--ochre)' : 'var(--rust)'
  const left = cx - (row.measured * pixels) / 2
  const angle = Math.atan2(y - cy, x - cx)
  return (
    <g>
      <path d={`M${x} ${y}L${cx + RADIUS * Math.cos(angle)} ${cy + RADIUS * Math.sin(angle)}`} stroke={tone} />
      <clipPath id="gap-inset">
        <circle cx={cx} cy={cy} r={RADIUS} />
      </clipPath>
      <circle cx={cx} cy={cy} r={RADIUS} fill="var(--sheet)" />
      <g clipPath="url(#gap-inset)">
        <rect
          x={cx - RADIUS}
          y={cy - 24}
          width={left - (cx - RADIUS)}
          height={64}
          fill="var(--scene)"
          stroke="var(--soft)"
          strokeDasharray="4 3"
        />
        <rect
          x={left + row.measured * pixels}
          y={cy - 24}
          width={RADIUS * 2}
          height={64}
          fill="var(--band)"
          stroke="var(--ink)"
        />
        <path d={`M${left} ${cy + 10}h${row.measured * pixels}`} stroke={tone} strokeWidth={2} />
        <path d={`M${left + row.wanted * pixels} ${cy - 24}v64`} stroke="var(--ink)" strokeDasharray="2 3" />
        <text x={cx} y={cy - 32} textAnchor="middle" fontSize={14} fontWeight={600} fill={tone}>
          {label}
        </text>
        <text x={cx} y={cy + 53} textAnchor="middle" fontSize={12} fill="var(--soft)">
          of {wantedLabel}
        </text>
      </g>
      <circle cx={cx} cy={cy} r={RADIUS} fill="none" stroke="var(--ink)" />
    </g>
  )
}
