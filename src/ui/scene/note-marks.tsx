'use client'
import { useProject } from '../store/store'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

/** The numbers of notes where they were made in the scene. */
export function NoteMarks({ view }: { view: SceneView }) {
  const notes = useProject((s) => s.history.present.notes)
  const shown = useProject((s) => s.place === 'parts' && s.comparing !== 'beside')
  if (!shown) return null
  return notes.map((n, i) => n.at && <Mark key={n.id} view={view} at={n.at} number={i + 1} />)
}

function Mark({ view, at, number }: { view: SceneView; at: readonly [number, number, number]; number: number }) {
  const place = useDrawn(view, (v) => v.project(at).join(' '))
  const [x, y] = (place ?? '0 0').split(' ').map(Number) as [number, number]
  return (
    <span
      aria-hidden
      className="pointer-events-none absolute z-[5] -translate-x-1/2 -translate-y-full border-b-2 border-ochre bg-sheet px-1.5 text-[13px] font-semibold"
      style={{ left: x, top: y }}
    >
      {number}
    </span>
  )
}
