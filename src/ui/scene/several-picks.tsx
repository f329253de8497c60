'use client'
import type { Pick } from '@/core/fit/picks'
import { useActions } from '../actions/actions-context'
import { useProject, useProjectStore } from '../store/store'
import { GrowPick } from './grow-pick'
import { CircleOfThree } from './measured-line'
import { VerbButtons } from './verb-buttons'
import { offeredVerbs } from './verbs'

/** Three picks or more: of what they are, the circle through three, and what can be done with all of them. */
export function SeveralPicks({ picks }: { picks: readonly Pick[] }) {
  const store = useProjectStore()
  const actions = useActions()
  // What is offered rests on what is built.
  useProject((s) => s.build)
  const [a, b, c, more] = picks
  const owners = [...new Set(picks.map((p) => p.ownerName))]
  const verbs = offeredVerbs(store.getState(), actions)
  return (
    <>
      <p>
        <b>{picks.length} faces</b> <span className="text-soft">· {owners.join(', ')}</span>
        <GrowPick picks={picks} />
      </p>
      {a && b && c && !more && <CircleOfThree picks={[a, b, c]} />}
      {verbs.length > 0 && (
        <p className="flex flex-wrap gap-x-5 text-soft">
          With these:
          <VerbButtons verbs={verbs} />
        </p>
      )}
    </>
  )
}
