import { useMemo } from 'react'
import { knownLengths } from '@/core/units/known-lengths'
import { useProject, useUnit } from './store'

const NONE: Readonly<Record<string, number>> = {}

/** Works out a length with the project's names; plain numbers are in the project's unit, or in mm as documents have them. */
export function useWorkOut(from: 'typed' | 'document' = 'typed') {
  const unit = useUnit()
  const names = useProject((s) => s.build?.names) ?? NONE
  return useMemo(() => knownLengths(names, from === 'typed' ? unit : 'mm'), [names, unit, from])
}
