import { useMemo } from 'react'
import type { Situation } from '@/core/steps/offer'
import { type Addition, additions } from '@/core/steps/offers'
import { newId } from '../new-id'
import type { ProjectState } from '../store/store'
import { useProject } from '../store/store'

/** What there is to offer something for. */
export const situationOf = ({
  history,
  build,
  picks,
}: Pick<ProjectState, 'history' | 'build' | 'picks'>): Situation => ({
  document: history.present,
  references: build?.references ?? [],
  parts: build?.parts ?? [],
  left: build?.left ?? [],
  picks,
  newId,
})

/** All that can be added, as sheet and search list it. */
export function useAdditions(): Addition[] {
  const history = useProject((s) => s.history)
  const build = useProject((s) => s.build)
  const picks = useProject((s) => s.picks)
  return useMemo(() => additions(situationOf({ history, build, picks })), [history, build, picks])
}
