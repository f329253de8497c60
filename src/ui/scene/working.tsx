'use client'
import { useEngine } from '../actions/actions-context'
import { useProject } from '../store/store'

/** Says so while a build takes longer than a moment, and lets it be stopped. */
export function Working() {
  const building = useProject((s) => s.building)
  const engine = useEngine()
  if (!building) return null
  return (
    <p
      role="status"
      className="pointer-events-auto flex items-baseline gap-4 border-t-2 border-ochre bg-sheet px-3 py-1 text-[14px]"
    >
      <span>
        Building, step {Math.min(building.done + 1, building.total)} of {building.total} …
      </span>
      <button type="button" className="figure" onClick={() => engine.stop()}>
        stop
      </button>
    </p>
  )
}
