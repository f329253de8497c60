import { useEffect, useRef } from 'react'
import type { Drawn } from '@/core/fields/drawn-shape'
import type { SavedShape } from '@/core/fields/shapes'
import type { Vec2 } from '@/core/geometry/vec'
import { pickWithEdge } from '../scene/pointing'
import type { SceneView } from '../scene/scene-view'
import { useProjectStore } from '../store/store'
import type { DrawingActs } from './drawing-acts'
import { type Dragged, Dragging } from './dragging'
import { edgeAt, type Marked, nearestMark, nearestShape } from './marked'
import { completed, kindIn } from './page-draft'
import { nearer, type SheetView, toSheet } from './sheet-view'
import { type Snapped, snapped, stepAt } from './snapping'
import type { Tied } from './use-tied'

/** This near to the pointer something is meant, pixels. */
const REACH = 9

interface Pressed {
  x: number
  y: number
  view: SheetView
  dragging?: Dragging | undefined
  moved: boolean
}

interface Desk {
  box: React.RefObject<HTMLDivElement | null>
  view: SheetView | undefined
  setView: (next: SheetView) => void
  screen: Vec2
  drawn: readonly Drawn[]
  saved: readonly SavedShape[]
  acts: DrawingActs
  setCursor: (at: Snapped | undefined) => void
  letter: (shape: string) => string
  scene: SceneView
  tied: Tied
  /** Shapes as they are while something is dragged. */
  setDragged: (drawn: readonly Drawn[]) => void
}

/** Sliding, zooming, picking, placing points, dragging what is free. */
export function usePointer({
  box,
  view,
  setView,
  screen,
  drawn,
  saved,
  acts,
  setCursor,
  letter,
  scene,
  tied,
  setDragged,
}: Desk) {
  const store = useProjectStore()
  const down = useRef<Pressed>(undefined)
  const here = (e: { clientX: number; clientY: number }): Vec2 => {
    const { left, top } = box.current!.getBoundingClientRect()
    return [e.clientX - left, e.clientY - top]
  }
  useEffect(() => {
    const element = box.current
    if (!element || !view) return
    const onWheel = (e: WheelEvent) => {
      e.preventDefault()
      setView(nearer(view, screen, here(e), Math.exp(-e.deltaY / 400)))
    }
    element.addEventListener('wheel', onWheel, { passive: false })
    return () => element.removeEventListener('wheel', onWheel)
  })
  const place = (e: React.PointerEvent, alone = false): Snapped => {
    const { scale } = view!
    const { drawing } = store.getState()
    const piece = acts.kinds.find((k) => k.kind === drawing?.tool)?.drawn?.named?.piece
    const around = alone
      ? { drawn: [], marks: [], letter }
      : { drawn, marks: tied.marks, letter, before: piece && drawing?.points.at(-1) }
    return snapped(toSheet(view!, screen, here(e)), around, { reach: REACH / scale, step: stepAt(scale), free: e.altKey }) // prettier-ignore
  }
  /** What is free and lies under the pointer: a point, or the edge of a circle. */
  const draggedAt = (p: Vec2, reach: number): Dragging | undefined => {
    const point = tied.free.find((f) => Math.hypot(f.at[0] - p[0], f.at[1] - p[1]) < reach)
    const edge = point ? undefined : edgeAt(tied.marks, drawn, p, reach / 2)
    const round = edge?.what === 'round' ? edge : undefined
    const what: Dragged | undefined = point ? { what: 'point', mark: point.mark } : round && { what: 'round', mark: round.mark } // prettier-ignore
    if (!what || !tied.draft) return undefined
    const dragging = new Dragging(tied.draft, what, round?.centre ?? [0, 0])
    return dragging.can ? dragging : undefined
  }
  const drag = (dragging: Dragging, e: React.PointerEvent) => {
    dragging.to(place(e, true).at)
    setDragged(dragging.drawn(completed(saved, acts.kinds), acts.reports, kindIn(acts.kinds)))
  }
  return {
    onPointerDown: (e: React.PointerEvent) => {
      if (!view || e.button > 1) return
      box.current!.setPointerCapture(e.pointerId)
      const p = toSheet(view, screen, here(e))
      const dragging = store.getState().drawing?.tool ? undefined : draggedAt(p, REACH / view.scale)
      down.current = { x: e.clientX, y: e.clientY, view, dragging, moved: false }
    },
    onPointerMove: (e: React.PointerEvent) => {
      if (!view) return
      const from = down.current
      if (!from?.moved || !from.dragging) setCursor(place(e))
      if (!from || (!from.moved && Math.hypot(e.clientX - from.x, e.clientY - from.y) < 4)) return
      from.moved = true
      if (from.dragging) return drag(from.dragging, e)
      const { centre, scale } = from.view
      setView({ scale, centre: [centre[0] - (e.clientX - from.x) / scale, centre[1] + (e.clientY - from.y) / scale] })
    },
    onPointerLeave: () => setCursor(undefined),
    onPointerUp: (e: React.PointerEvent) => {
      const from = down.current
      down.current = undefined
      const state = store.getState().drawing
      if (!from || !view || !state) return
      if (from.moved) {
        if (from.dragging) acts.endDrag(from.dragging)
        return
      }
      if (state.tool) return acts.point(place(e))
      const p = toSheet(view, screen, here(e))
      pick(acts, tied.marks, drawn, p, REACH / view.scale, e.shiftKey)
      // Where no shape is, what lies behind is pointed at: its edges can be taken.
      const { picked, marks } = store.getState().drawing!
      const face = picked.length + marks.length > 0 ? undefined : pickWithEdge(scene.hit(e.clientX, e.clientY, true), store.getState()) // prettier-ignore
      const picks = e.shiftKey ? store.getState().picks : []
      store.getState().set({ picks: face ? [...picks, face] : picks })
    },
  }
}

/** Picks a point, or a shape with the edge of it that was meant; with `more` besides what is picked. */
function pick(
  acts: DrawingActs,
  marks: readonly Marked[],
  drawn: readonly Drawn[],
  p: Vec2,
  reach: number,
  more: boolean,
) {
  const { picked, marks: had } = acts.picked
  const point = nearestMark(marks, 'point', p, reach)
  const hit = point ? undefined : nearestShape(drawn, p, reach)
  const edge = point ?? edgeAt(marks, drawn, p, reach)
  const mark = edge && { what: edge.what, mark: edge.mark }
  const others = more ? had.filter((m) => m.mark !== mark?.mark || m.what !== mark.what) : []
  const rest = more ? picked.filter((id) => id !== hit) : []
  const again = more && had.length > others.length
  acts.set({
    picked: hit && !again ? [...rest, hit] : rest,
    marks: mark && !again ? [...others, mark] : others,
    told: undefined,
    region: edge || hit ? undefined : p,
  })
}
