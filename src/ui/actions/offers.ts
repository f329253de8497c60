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
  drawing,
}: Pick<ProjectState, 'history' | 'build' | 'picks' | 'drawing'>): Situation => ({
  document: history.present,
  references: build?.references ?? [],
  parts: (build?.parts ?? []).map(({ id, name, print, body }) => ({ id, name, print, bounds: body.bounds })),
  left: build?.left ?? [],
  picks,
  region: drawing?.region && { step: drawing.step, at: drawing.region },
  newId,
})

/** All that can be added, as sheet and search list it. */
export function useAdditions(): Addition[] {
  const history = useProject((s) => s.history)
  const build = useProject((s) => s.build)
  const picks = useProject((s) => s.picks)
  const drawing = useProject((s) => s.drawing)
  return useMemo(() => additions(situationOf({ history, build, picks, drawing })), [history, build, picks, drawing])
}
