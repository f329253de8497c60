'use client'
import { useRef } from 'react'
import { fieldsOf, setField } from '@/core/document/edits'
import type { Result } from '@/core/result'
import { nudged } from '@/core/units/nudge'
import { useProject, useProjectStore } from '../../store/store'

/** Pointer travel that changes a dragged value by one step, pixels. */
const PIXELS = 6

interface Nudge {
  step: number
  min: number
  max: number
  /** Works out a formula as the document has it. */
  worth: (formula: string) => Result<number>
  /** The formula that counts where the document says nothing. */
  saved: string
  /** Opens the field for typing. */
  open: () => void
}

/**
 * Changes a figure by dragging and by the arrow keys, from what the document says now, not from what was built last.
 * What is worked out stays so and has the change added. Escape takes a drag back.
 */
export function useNudge(stepId: string, field: string, { step, min, max, worth, saved, open }: Nudge) {
  const edit = useProject((s) => s.edit)
  const endEdit = useProject((s) => s.endEdit)
  const cancelEdit = useProject((s) => s.cancelEdit)
  const store = useProjectStore()
  const start = useRef<{ x: number; formula: string; steps: number; moved: boolean } | undefined>(undefined)
  const group = `drag ${stepId}.${field}`
  const formula = () => {
    const now = fieldsOf(store.getState().history.present, stepId)?.[field]
    return typeof now === 'string' ? now : saved
  }
  const nudge = (from: string, by: number, dragging: boolean) => {
    const value = worth(from)
    if (!value.ok) return
    const within = Math.min(max, Math.max(min, value.value + by)) - value.value
    edit(setField(stepId, field, nudged(from, value.value, within, step)), { group, dragging })
  }
  return {
    onPointerDown: (event: React.PointerEvent<HTMLButtonElement>) => {
      if (event.button !== 0) return
      event.currentTarget.setPointerCapture(event.pointerId)
      start.current = { x: event.clientX, formula: formula(), steps: 0, moved: false }
    },
    onPointerMove: (event: React.PointerEvent) => {
      const from = start.current
      if (!from) return
      const steps = Math.trunc((event.clientX - from.x) / PIXELS)
      if (steps === from.steps) return
      // A press of the arrow keys before is a change of its own.
      if (!from.moved) endEdit()
      Object.assign(from, { steps, moved: true })
      nudge(from.formula, steps * step, true)
    },
    onPointerUp: () => {
      const from = start.current
      start.current = undefined
      if (from?.moved) endEdit()
      else if (from) open()
    },
    onKeyDown: (event: React.KeyboardEvent) => {
      if (event.key === 'Escape' && start.current) {
        event.stopPropagation()
        if (start.current.moved) cancelEdit(group)
        start.current = undefined
      }
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault()
        open()
      }
      const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
      if (by === undefined) return
      event.preventDefault()
      nudge(formula(), by * step, false)
    },
  }
}
