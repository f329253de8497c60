import { useMemo } from 'react'
import { stepKindNamed } from '@/core/steps/registry'
import type { Section } from '../store/view-slice'
import { useDocument, useProject } from '../store/store'
import { useStepInHand } from './use-step-in-hand'

/**
 * Where the scene is cut: where the maker has it cut, or through the middle of the part whose inside the step in hand
 * works on.
 */
export function useSection(): Section | undefined {
  const own = useProject((s) => s.section)
  const id = useStepInHand()
  const { steps } = useDocument()
  const step = steps.find((s) => s.id === id)
  const part = step && stepKindNamed(step.kind)?.inside ? step.fields.part : undefined
  const bounds = useProject((s) => s.build?.parts.find((p) => p.id === part)?.body.bounds)
  const middle = bounds && (bounds.min[1] + bounds.max[1]) / 2
  return useMemo(() => own ?? (middle === undefined ? undefined : { axis: 'y', at: middle, flipped: false }), [own, middle]) // prettier-ignore
}
