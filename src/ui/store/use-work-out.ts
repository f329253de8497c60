import { useMemo } from 'react'
import type { Project } from '@/core/document/schema'
import { projectNames } from '@/core/references/names'
import { knownContext, knownLengths, type KnownNames } from '@/core/units/known-lengths'
import { useDocument, useProject, useUnit } from './store'

/**
 * Names that formulas can use: those of the last build, and the project's own numbers as they are by now, also while the
 * build that would tell them is still on its way.
 */
export const namesNow = (project: Project, built: KnownNames | undefined): KnownNames => ({
  ...projectNames(project, []).known(),
  ...built,
})

function useNames(): KnownNames {
  const project = useDocument()
  const built = useProject((s) => s.build?.names)
  const { numbers, readings, printer, variants, variant } = project
  // eslint-disable-next-line react-hooks/exhaustive-deps
  return useMemo(() => namesNow(project, built), [numbers, readings, printer, variants, variant, built])
}

/** Works out a length with the project's names; plain numbers are in the project's unit, or in mm as documents have them. */
export function useWorkOut(from: 'typed' | 'document' = 'typed') {
  const unit = useUnit()
  const names = useNames()
  return useMemo(() => knownLengths(names, from === 'typed' ? unit : 'mm'), [names, unit, from])
}

/** What formulas of a step can use, as a maker types them. */
export function useKnown(step: string) {
  const unit = useUnit()
  const names = useNames()
  const own = useProject((s) => s.build?.steps.find((r) => r.id === step)?.own)
  return useMemo(() => {
    const here = Object.entries(own ?? {}).map(([name, value]) => [name, { value, dimension: 'length' }] as const)
    return knownContext({ ...names, ...Object.fromEntries(here) }, unit)
  }, [names, own, unit])
}
