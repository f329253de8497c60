'use client'
import { useEffect } from 'react'
import { useProject } from '../store/store'
import type { Verb } from './verb'

/** Verbs in a row; edges that one is about light up in the scene while it is pointed at. */
export function VerbButtons({ verbs }: { verbs: readonly Verb[] }) {
  const set = useProject((s) => s.set)
  useEffect(() => () => set({ pointedEdges: undefined }), [set])
  const none = () => set({ pointedEdges: undefined })
  return verbs.map(([words, act, , edges]) => {
    const light = edges && (() => set({ pointedEdges: edges }))
    return (
      <button
        key={words}
        type="button"
        className="figure"
        onClick={() => {
          none()
          act()
        }}
        {...(light ? { onPointerEnter: light, onFocus: light, onPointerLeave: none, onBlur: none } : {})}
      >
        {words}
      </button>
    )
  })
}
