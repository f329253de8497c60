'use client'
import { useState } from 'react'
import type { Growth } from '@/core/alter/grown'
import type { Pick } from '@/core/fit/picks'
import { useEngine } from '../actions/actions-context'
import { useProject, useProjectStore } from '../store/store'
import { facePick } from './pointing'

const GROWTHS: Record<Growth, string> = { alike: 'all alike', feature: 'all that it is of', chain: 'what runs on from it' } // prettier-ignore

/** More faces than this are not picked at once. */
const MOST = 400

/** For faces of one part: what the pick can grow to. */
export function GrowPick({ picks }: { picks: readonly Pick[] }) {
  const engine = useEngine()
  const store = useProjectStore()
  const measuring = useProject((s) => s.measuring)
  const [said, setSaid] = useState('')
  const [first] = picks
  if (!first?.name || measuring || picks.some((p) => p.owner !== first.owner || p.reference !== undefined)) return null
  const grow = async (how: Growth) => {
    const faces = await engine.grown(first.owner, picks.map((p) => p.region), how) // prettier-ignore
    const state = store.getState()
    // Another pick since then stays.
    if (state.picks.length !== picks.length || state.picks.some((p, i) => p !== picks[i])) return
    const more = faces.filter((f) => !picks.some((p) => p.region === f.region))
    const found = more.slice(0, MOST).flatMap((f) => facePick(state, first.owner, f) ?? [])
    if (found.length > 0) state.set({ picks: [...picks, ...found] })
    setSaid(found.length > 0 ? '' : 'there is no other')
  }
  return (
    <span className="text-soft">
      {' · with '}
      {Object.entries(GROWTHS).map(([how, words], i) => (
        <span key={how}>
          {i > 0 && ', '}
          <button type="button" className="figure" onClick={() => void grow(how as Growth)}>
            {words}
          </button>
        </span>
      ))}
      {said !== '' && <span role="status"> · {said}</span>}
    </span>
  )
}
