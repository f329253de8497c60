'use client'
import { useState } from 'react'
import { joinBoxes, emptyBox } from '@/core/geometry/vec'
import { formatLength } from '@/core/units/length'
import { type Section } from '../store/view-slice'
import { useEngine } from '../actions/actions-context'
import { download } from '../api'
import { useDocument, useProject, useUnit } from '../store/store'
import { useSection } from './use-section'

const AXES = ['x', 'y', 'z'] as const
const WORD = { x: 'left to right', y: 'front to back', z: 'bottom to top' } as const

/** The outlines of the cut as files, to be printed on paper at their size or drawn on elsewhere. */
function SaveCut({ axis, at }: Pick<Section, 'axis' | 'at'>) {
  const project = useDocument()
  const engine = useEngine()
  const isBuilt = useProject((s) => !s.pending && (s.build?.parts.length ?? 0) > 0)
  const [refused, setRefused] = useState('')
  const save = async (kind: 'svg' | 'dxf') => {
    const files = await engine.sectionFiles(project, axis, at)
    setRefused(files.ok ? '' : files.problem.message)
    if (files.ok) download(files.value[kind].name, files.value[kind].bytes as BlobPart, kind === 'svg' ? 'image/svg+xml' : 'application/dxf') // prettier-ignore
  }
  return (
    <div className="flex items-baseline gap-3 bg-sheet/85 px-2 py-0.5 text-[14px]">
      <span className="text-soft">its outline as</span>
      <button type="button" className="figure" disabled={!isBuilt} onClick={() => void save('svg')}>
        SVG
      </button>
      <button type="button" className="figure" disabled={!isBuilt} onClick={() => void save('dxf')}>
        DXF
      </button>
      {refused && (
        <span role="alert" className="text-rust">
          ■ {refused}
        </span>
      )}
    </div>
  )
}

/** Cuts the scene along an axis and slides the cut. */
export function SectionControl() {
  const own = useProject((s) => s.section)
  const section = useSection()
  const build = useProject((s) => s.build)
  const set = useProject((s) => s.set)
  const unit = useUnit()
  const parts = build?.parts
  const box = (parts ?? []).reduce((b, p) => joinBoxes(b, p.body.bounds), emptyBox())
  const range = (axis: Section['axis']): [number, number] => {
    const k = AXES.indexOf(axis)
    return Number.isFinite(box.min[k]!) ? [box.min[k]!, box.max[k]!] : [-50, 50]
  }
  const choose = (axis: Section['axis']) => {
    const [low, high] = range(axis)
    set({ section: own?.axis === axis ? undefined : { axis, at: (low + high) / 2, flipped: false } })
  }
  const [low, high] = section ? range(section.axis) : [0, 1]
  return (
    <div className="pointer-events-auto flex flex-col items-end gap-1">
      <div className="-mr-1.5 flex gap-3 bg-scene/75 px-1.5" role="group" aria-label="Section">
        <span className="text-soft">cut</span>
        {AXES.map((axis) => (
          <button
            key={axis}
            type="button"
            aria-pressed={section?.axis === axis}
            title={`Cut across ${WORD[axis]}`}
            className={`figure ${section?.axis === axis ? 'border-b-2 border-solid' : ''}`}
            onClick={() => choose(axis)}
          >
            {axis}
          </button>
        ))}
      </div>
      {section && (
        <div className="flex items-center gap-2 bg-sheet/85 px-2 py-0.5">
          <input
            type="range"
            aria-label={`Where ${section.axis} is cut`}
            className="w-36 accent-(--figure)"
            min={low}
            max={high}
            step={0.1}
            value={section.at}
            onChange={(e) => set({ section: { ...section, at: Number(e.target.value) } })}
          />
          <span className="w-14 text-right font-semibold">{formatLength(section.at, unit)}</span>
          <button
            type="button"
            className="figure"
            onClick={() => set({ section: { ...section, flipped: !section.flipped } })}
          >
            other half
          </button>
        </div>
      )}
      {section && <SaveCut axis={section.axis} at={section.at} />}
    </div>
  )
}
