import type { Check } from './finding'

/** Steps that leave every part as it was: leftovers, or what they were meant for is not there any more. */
export const idleSteps: Check = ({ project, build }) =>
  build.steps.flatMap(({ id, idle, stale, problems }) => {
    if (!idle || stale || problems.length > 0) return []
    const nth = project.steps.findIndex((s) => s.id === id) + 1
    return [
      {
        check: 'idle-step',
        weight: 'look' as const,
        title: `Step ${nth} changes nothing.`,
        text: 'Every part is after it as it was before: what it is meant for is not where it looks for it, or it is left over. Change it, or take it out.', // prettier-ignore
        parts: [],
        about: id,
      },
    ]
  })
