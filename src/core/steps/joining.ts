import { choiceField } from '../fields/choice'
import { type PartValue, partsField } from '../fields/part'
import type { Kernel, Solid } from '../kernel/kernel'
import { raise } from '../result'
import type { PartOutput, StepContext, StepOutput } from './step-kind'

export type How = 'own' | 'add' | 'take' | 'common'

/** What becomes of a solid that a step makes: a part of its own, or something for parts that are there. */
export const joiningFields = {
  how: choiceField<How>('What becomes of it', 'own', {
    own: 'a part of its own',
    add: 'added to',
    take: 'taken from',
    common: 'kept in common with',
  }),
  parts: partsField('The parts it changes', 'change'),
}

export const JOINING_NOTES = {
  how: '`own` (a part of its own), `add`, `take` or `common` (what both have)',
  parts: 'ids of the parts it is added to, taken from or kept in common with; nothing else changes',
}

/**
 * What is taken from the part whose face it lies on goes into it; what is not any more comes out of it again.
 * @param on the plane it lies on, as it is saved
 */
export function wayFollows(
  { how: was, way }: Readonly<Record<string, unknown>>,
  [field, how]: readonly [string, unknown],
  on: unknown,
): { way: string } | undefined {
  const [now, before] = how === 'take' ? ['in', 'out'] : ['out', 'in']
  const isOnPart = typeof on === 'object' && on !== null && 'part' in on
  return field === 'how' && isOnPart && (how === 'take') !== (was === 'take') && way === before ? { way: now } : undefined // prettier-ignore
}

/** The end of the sentence of a step that makes a solid. */
export const joiningWords = [{ field: 'how' }, { field: 'parts', when: ['how', 'add', 'take', 'common'] }] as const

/** What is added to a face stands so deep in it that the two are one, mm. */
export const ROOT = 0.001

/** What becomes of a solid, and what it is called if it is a part of its own. */
interface Joined {
  how: How
  parts: readonly PartValue[]
  name: string
  color?: string
}

/**
 * @param tool in the project's frame; for taking away it should stand out of what it opens
 */
export function joinedOutput(
  tool: Solid,
  { how, parts, name, color }: Joined,
  { id, kernel }: StepContext,
): StepOutput {
  if (how === 'own')
    return { parts: [{ id, solid: tool, name, ...(color ? { color } : {}) }], rows: [], notes: bodiesNote(kernel, tool) } // prettier-ignore
  if (parts.length === 0) {
    const what = { add: 'it is added to', take: 'it is taken from', common: 'it is kept in common with' }[how]
    return raise('no-part', `Choose the part that ${what}.`, 'parts')
  }
  const notes: string[] = []
  const changed = parts.map((part): PartOutput => {
    const before = part.solid.volume()
    const solid = {
      add: () => kernel.union([part.solid, tool]),
      take: () => kernel.subtract(part.solid, [tool]),
      common: () => kernel.intersect(part.solid, tool),
    }[how]()
    // What changes nothing leaves no marks on the faces that it touches.
    if (Math.abs(solid.volume() - before) < 1e-9 * before) {
      if (how === 'take') notes.push(`It does not reach ${part.name}, so nothing is taken from it.`)
      return { id: part.id, solid: part.solid }
    }
    const [was, is] = [kernel.bodies(part.solid).length, kernel.bodies(solid).length]
    if (how === 'add' && is > was) notes.push(`It does not touch ${part.name}, so that is in ${is} pieces now.`)
    if (how === 'take' && is > was) notes.push(`${part.name} falls into ${is} pieces.`)
    return { id: part.id, solid }
  })
  return { parts: changed, work: { how, solid: tool }, rows: [], notes }
}

const bodiesNote = (kernel: Kernel, solid: Solid): string[] => {
  const count = kernel.bodies(solid).length
  return count > 1 ? [`It is in ${count} separate pieces.`] : []
}
