'use client'
import { useEffect, useState } from 'react'
import type { EdgesMeant as Meant } from '@/core/fields/edges-meant'
import { useEngine } from '../actions/actions-context'
import { useProject } from '../store/store'
import { SceneText } from './scene-text'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

/** The edges that a verb is about while it is pointed at: lit up, with how many they are and how long, before it is taken. */
export function EdgesMeant({ view }: { view: SceneView }) {
  const of = useProject((s) => s.pointedEdges)
  const engine = useEngine()
  const [meant, setMeant] = useState<Meant>()
  useEffect(() => {
    let current = true
    if (of) void engine.edgesMeant(of).then((found) => current && setMeant(found))
    return () => {
      current = false
      setMeant(undefined)
    }
  }, [of, engine])
  return meant ? <Lit view={view} meant={meant} /> : null
}

function Lit({ view, meant: { lines, words } }: { view: SceneView; meant: Meant }) {
  const path = useDrawn(view, (v) => {
    const at = (i: number) => v.project([lines[i]!, lines[i + 1]!, lines[i + 2]!]).map((c) => c.toFixed(1)).join(' ') // prettier-ignore
    return Array.from({ length: lines.length / 6 }, (_, k) => `M${at(6 * k)}L${at(6 * k + 3)}`).join('')
  })
  const middle = useDrawn(view, (v) => {
    const k = 6 * Math.floor(lines.length / 12)
    return v.project([lines[k]!, lines[k + 1]!, lines[k + 2]!]).join(' ')
  })
  const [x, y] = (middle ?? '0 0').split(' ').map(Number) as [number, number]
  return (
    <svg className="pointer-events-none absolute inset-0 size-full overflow-visible" aria-hidden>
      <path d={path} stroke="var(--figure)" strokeWidth={3.5} strokeLinecap="round" fill="none" />
      <SceneText x={x + 12} y={y - 10}>
        {words}
      </SceneText>
    </svg>
  )
}
