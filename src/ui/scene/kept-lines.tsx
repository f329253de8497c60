'use client'
import { useMemo } from 'react'
import { keptMeasure, type MeasurableThings } from '@/core/fit/kept-measures'
import type { Vec3 } from '@/core/geometry/vec'
import { withUnit } from '@/core/units/length'
import { type ProjectState, useProject, useUnit } from '../project/store'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

/** What there is to measure on. */
export const measurable = ({ build, history }: Pick<ProjectState, 'build' | 'history'>): MeasurableThings => ({
  references: (build?.references ?? []).map((r) => ({
    ...r,
    sized: history.present.references.find((s) => s.id === r.id)?.scale ?? 1,
  })),
  parts: build?.parts ?? [],
})

/** Every kept measure with what it comes to now. */
export function useKeptMeasures() {
  const build = useProject((s) => s.build)
  const history = useProject((s) => s.history)
  return useMemo(() => {
    const things = measurable({ build, history })
    return history.present.measures.map((m) => ({ measure: m, found: keptMeasure(m, things) }))
  }, [build, history])
}

/** Kept measures as lines over the scene, each with its length. */
export function KeptLines({ view }: { view: SceneView }) {
  const kept = useKeptMeasures()
  const place = useProject((s) => s.place)
  const lines = kept.flatMap(({ measure, found }) => (found.ok ? [{ id: measure.id, ...found.value }] : []))
  if (place !== 'gather' || lines.length === 0) return null
  return (
    <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden>
      {lines.map((l) => (
        <KeptLine
          key={l.id}
          view={view}
          from={l.from}
          to={l.to}
          value={l.value}
          angle={l.what === 'where the planes meet' ? l.angle : undefined}
        />
      ))}
    </svg>
  )
}

function KeptLine({
  view,
  from,
  to,
  value,
  angle,
}: {
  view: SceneView
  from: Vec3
  to: Vec3
  value: number
  angle: number | undefined
}) {
  const unit = useUnit()
  const at = useDrawn(view, (v) => [...v.project(from), ...v.project(to)].join(' '))
  const [x1, y1, x2, y2] = (at ?? '0 0 0 0').split(' ').map(Number) as [number, number, number, number]
  const words = angle === undefined ? withUnit(value, unit) : `${angle.toFixed(1)}°`
  return (
    <g>
      <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke="var(--figure)" strokeWidth={1.6} />
      {[
        [x1, y1],
        [x2, y2],
      ].map(([x, y], i) => (
        <circle key={i} cx={x} cy={y} r={3} fill="var(--figure)" />
      ))}
      <text
        x={(x1 + x2) / 2 + 8}
        y={(y1 + y2) / 2 - 6}
        fontSize={14}
        fontWeight={600}
        fill="var(--figure)"
        stroke="var(--scene)"
        strokeWidth={4}
        paintOrder="stroke"
      >
        {words}
      </text>
    </g>
  )
}
