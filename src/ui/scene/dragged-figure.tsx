'use client'
import { useRef } from 'react'
import { useProjectStore } from '../store/store'

/** Pixels that the pointer may shake without dragging. */
const SHAKE = 4

/** A figure in the scene at what it is a figure of, or just over the foot line where that hides it: dragged, nudged by the arrow keys, or clicked to be typed in its sentence. */
export function DraggedFigure({
  at: [x, y],
  step,
  field,
  called,
  shown,
  aside,
  group,
  onBegin,
  onDrag,
  onNudge,
  onArrow,
  onPage,
  below = false,
}: {
  /** Its middle, pixels. */
  at: readonly [number, number]
  step: string
  field: string
  called: string
  shown: string
  /** What else the figure comes to. */
  aside?: string
  /** What the edits of a drag are known by together. */
  group: string
  onBegin?: () => void
  /** Pixels from where the drag began, and since the last time. @param free by hundredths */
  onDrag: (whole: readonly [number, number], last: readonly [number, number], free: boolean) => void
  /** @param by steps */
  onNudge?: (by: 1 | -1) => void
  /** Of what goes two ways: @param by steps along and up */
  onArrow?: (by: readonly [number, number]) => void
  /** Of what goes up and down besides: Page up and down. */
  onPage?: (by: 1 | -1) => void
  /** It lies under other figures that come to the same place. */
  below?: boolean
}) {
  const store = useProjectStore()
  const from = useRef<{ x: number; y: number; lastX: number; lastY: number; dragged: boolean }>(undefined)
  const { endEdit, cancelEdit, set } = store.getState()
  const type = () => set({ place: 'shape', editing: `${step}.${field}` })
  return (
    <button
      type="button"
      className={`absolute ${below ? 'z-[4]' : 'z-[5]'} -translate-x-1/2 -translate-y-1/2 cursor-move touch-none rounded-[3px] border-[1.5px] border-figure bg-sheet px-1.5 text-[14px] font-semibold text-figure`}
      style={{ left: x, top: `min(${y}px, calc(100% - var(--foot, 0px) - 16px))` }}
      title={`${called}: drag it, with Alt in hundredths, or click to type`}
      aria-label={`${called}, ${shown}`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId)
        set({ inHand: step })
        from.current = { x: e.clientX, y: e.clientY, lastX: e.clientX, lastY: e.clientY, dragged: false }
        onBegin?.()
      }}
      onPointerMove={(e) => {
        const start = from.current
        if (!start) return
        const whole = [e.clientX - start.x, e.clientY - start.y] as const
        if (!start.dragged && Math.hypot(...whole) < SHAKE) return
        start.dragged = true
        onDrag(whole, [e.clientX - start.lastX, e.clientY - start.lastY], e.altKey)
        start.lastX = e.clientX
        start.lastY = e.clientY
      }}
      onPointerUp={() => {
        const start = from.current
        from.current = undefined
        if (start?.dragged) endEdit()
        else type()
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape' && from.current) {
          cancelEdit(group)
          from.current = undefined
          e.stopPropagation()
        }
        if (e.key === 'Enter') type()
        if (onPage && (e.key === 'PageUp' || e.key === 'PageDown')) {
          e.preventDefault()
          onPage(e.key === 'PageUp' ? 1 : -1)
        }
        const by = ({ ArrowUp: [0, 1], ArrowRight: [1, 0], ArrowDown: [0, -1], ArrowLeft: [-1, 0] } as const)[e.key]
        if (!by) return
        e.preventDefault()
        onArrow?.(by)
        onNudge?.(by[0] + by[1] > 0 ? 1 : -1)
      }}
    >
      {shown}
      {aside && <span className="font-normal text-soft">{aside}</span>}
    </button>
  )
}
