'use client'
import { useEffect, useState } from 'react'
import { useProject } from '../store/store'
import type { Verb } from './verb'

/**
 * Verbs in a row; edges that one is about light up in the scene while it is pointed at. One that is taken while parts
 * are still being built waits for them: what is picked is found on the new ones first.
 */
export function VerbButtons({ verbs }: { verbs: readonly Verb[] }) {
  const set = useProject((s) => s.set)
  useEffect(() => () => set({ pointedEdges: undefined }), [set])
  const pending = useProject((s) => s.pending)
  const [waits, setWaits] = useState<string>()
  useEffect(() => {
    if (waits === undefined || pending) return
    const soon = setTimeout(() => {
      setWaits(undefined)
      verbs.find(([words]) => words === waits)?.[1]()
    })
    return () => clearTimeout(soon)
  }, [waits, pending, verbs])
  const none = () => set({ pointedEdges: undefined })
  return verbs.map(([words, act, about, edges]) => {
    const light = edges && (() => set({ pointedEdges: edges }))
    return (
      <button
        key={words}
        type="button"
        className="figure"
        aria-busy={words === waits}
        onClick={() => {
          none()
          // What is done next is looked at in the scene.
          if (about !== 'look') set({ allVerbs: false })
          if (pending) setWaits(words)
          else act()
        }}
        {...(light ? { onPointerEnter: light, onFocus: light, onPointerLeave: none, onBlur: none } : {})}
      >
        {words}
      </button>
    )
  })
}
