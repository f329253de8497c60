import { choiceField } from '../../fields/choice'
import { partField, partsField } from '../../fields/part'
import { raise } from '../../result'
import type { Situation } from '../offer'
import { stepKind } from '../step-kind'

/** Parts joined, taken from each other, or what they have in common. */
export const combineStep = stepKind({
  kind: 'combine',
  title: 'Add, take away, keep in common',
  findBy: ['union', 'join', 'merge', 'subtract', 'difference', 'intersect', 'cut with', 'boolean', 'tool'],
  group: 'change',
  about: 'Changes a part by others: they are added to it, taken from it, or only what both have is kept.',
  fields: {
    part: partField('The part', 'change'),
    do: choiceField('What is done', 'add', { add: 'Add', take: 'Take away', common: 'Keep in common' }),
    tools: partsField('The other parts', 'change'),
    after: choiceField('What becomes of them', 'gone', { gone: 'used up', kept: 'kept' }),
  },
  fieldNotes: {
    part: 'id of the part that is changed',
    do: '`add`, `take` or `common`',
    tools: 'ids of the parts it is done with',
    after: 'whether these are used up (`gone`) or `kept`',
  },
  sentence: [{ field: 'do' }, { field: 'tools' }, { field: 'part', before: '·', after: ',' }, { field: 'after', before: 'what was used is', after: '.' }], // prettier-ignore
  start: startCombine,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'solid', fields: { shape: 'cylinder', across: '8', height: '30' } },
    { kind: 'combine', fields: { part: 'before1', do: 'take', tools: ['before2'] } },
  ],
  build: ({ part, do: what, tools, after }, { kernel }) => {
    if (tools.length === 0) return raise('no-part', 'Choose the other part.', 'tools')
    if (tools.some((t) => t.id === part.id)) return raise('same-part', 'A part cannot be combined with itself; choose another one.', 'tools') // prettier-ignore
    const others = tools.map((t) => t.solid)
    const solid = {
      add: () => kernel.union([part.solid, ...others]),
      take: () => kernel.subtract(part.solid, others),
      common: () => others.reduce((a, b) => kernel.intersect(a, b), part.solid),
    }[what]()
    if (solid.isEmpty()) return raise('empty', `Nothing would be left of ${part.name}.`, 'tools')
    const pieces = kernel.bodies(solid).length
    const were = kernel.bodies(part.solid).length
    return {
      parts: [{ id: part.id, solid }],
      ...(after === 'gone' ? { gone: tools.map((t) => t.id), ...(what === 'add' ? { into: part.id } : {}) } : {}),
      rows: [],
      notes: pieces > were ? [`${part.name} is in ${pieces} pieces now.`] : [],
    }
  },
})

function startCombine(at: Situation): Record<string, unknown> | undefined {
  const [first, second] = at.parts
  return first && second && { part: first.id, do: 'add', tools: [second.id], after: 'gone' }
}
