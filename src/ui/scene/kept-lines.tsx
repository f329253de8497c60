'use client'
import type { Measured } from '@/core/fit/measure'
import { type LengthUnit, withUnit } from '@/core/units/length'
import { useProject, useUnit } from '../store/store'
import { SceneText } from './scene-text'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

/** A measured length, or the angle of planes that meet, in words. */
export const measuredWords = ({ value, what, angle }: Measured, unit: LengthUnit): string =>
  what === 'where the planes meet' ? `${angle!.toFixed(1)}°` : withUnit(value, unit)

/** Kept measures as lines over the scene, each with its length. */
export function KeptLines({ view }: { view: SceneView }) {
  const measures = useProject((s) => s.build?.measures)
  const place = useProject((s) => s.place)
  if (place !== 'gather' || !measures?.length) return null
  return (
    <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden>
      {measures.map(({ id, found }) => found.ok && <KeptLine key={id} view={view} measured={found.value} />)}
    </svg>
  )
}

function KeptLine({ view, measured }: { view: SceneView; measured: Measured }) {
  const unit = useUnit()
  const at = useDrawn(view, (v) => [...v.project(measured.from), ...v.project(measured.to)].join(' '))
  const [x1, y1, x2, y2] = (at ?? '0 0 0 0').split(' ').map(Number) as [number, number, number, number]
  return (
    <g>
      <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke="var(--figure)" strokeWidth={1.6} />
      {[
        [x1, y1],
        [x2, y2],
      ].map(([x, y], i) => (
        <circle key={i} cx={x} cy={y} r={3} fill="var(--figure)" />
      ))}
      <SceneText x={(x1 + x2) / 2 + 8} y={(y1 + y2) / 2 - 6}>
        {measuredWords(measured, unit)}
      </SceneText>
    </g>
  )
}
