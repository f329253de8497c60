import { useMemo } from 'react'
import { knownContext, knownLengths, type KnownNames } from '@/core/units/known-lengths'
import { useProject, useUnit } from './store'

const NONE: KnownNames = {}

/** Works out a length with the project's names; plain numbers are in the project's unit, or in mm as documents have them. */
export function useWorkOut(from: 'typed' | 'document' = 'typed') {
  const unit = useUnit()
  const names = useProject((s) => s.build?.names) ?? NONE
  return useMemo(() => knownLengths(names, from === 'typed' ? unit : 'mm'), [names, unit, from])
}

/** What formulas of a step can use, as a maker types them. */
export function useKnown(step: string) {
  const unit = useUnit()
  const names = useProject((s) => s.build?.names) ?? NONE
  const own = useProject((s) => s.build?.steps.find((r) => r.id === step)?.own)
  return useMemo(() => {
    const here = Object.entries(own ?? {}).map(([name, value]) => [name, { value, dimension: 'length' }] as const)
    return knownContext({ ...names, ...Object.fromEntries(here) }, unit)
  }, [names, own, unit])
}
