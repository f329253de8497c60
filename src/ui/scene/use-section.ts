import { useMemo } from 'react'
import { boxMiddle } from '@/core/geometry/vec'
import { stepKindNamed } from '@/core/steps/registry'
import type { Section } from '../store/view-slice'
import { useProject } from '../store/store'
import { useStepInHand } from './use-step-in-hand'

/**
 * Where the scene is cut: where the maker has it cut, or through the middle of the part whose inside the step in hand
 * works on.
 */
export function useSection(): Section | undefined {
  // Where parts stand as they are printed they are not cut where they belong.
  const own = useProject((s) => (s.place === 'prove' ? undefined : s.section))
  const id = useStepInHand()
  const middle = useProject((s) => {
    if (s.place === 'prove') return undefined
    const step = s.history.present.steps.find((one) => one.id === id)
    const part = step && stepKindNamed(step.kind)?.inside ? step.fields.part : undefined
    const bounds = s.build?.parts.find((p) => p.id === part)?.body.bounds
    return bounds && boxMiddle(bounds)[1]
  })
  return useMemo(() => own ?? (middle === undefined ? undefined : { axis: 'y', at: middle, flipped: false }), [own, middle]) // prettier-ignore
}
