import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { partField, partsField, type PartValue } from '../../fields/part'
import { raise } from '../../result'
import { gapRow } from '../../built/gap-row'
import type { RowSpec } from '../../built/rows'
import { wallOf } from '../../walls/wall'
import { newStep, type Offer, type Situation } from '../offer'
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
    gap: lengthField('The gap round them, per side', '0', 0, 20, 'per-side'),
    after: choiceField('What becomes of them', 'gone', { gone: 'used up', kept: 'kept' }),
  },
  fieldNotes: {
    part: 'id of the part that is changed',
    do: '`add`, `take` or `common`',
    tools: 'ids of the parts it is done with',
    gap: 'with `take`: they are larger by it all round; the ledger has a row for each that is kept',
    after: 'whether these are used up (`gone`) or `kept`',
  },
  sentence: [{ field: 'do' }, { field: 'tools' }, { field: 'part', before: '·', after: ',' }, { field: 'gap', when: ['do', 'take'], before: 'with a gap of', after: ' round them;' }, { field: 'after', before: 'what was used is', after: '.' }], // prettier-ignore
  surfaces: {
    inside: { called: 'room', moved: ['gap', 'the gap'] },
    skin: { called: 'room' },
    edge: { called: 'edge of the room' },
  },
  start: startCombine,
  offers: offerRoom,
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'solid', fields: { shape: 'cylinder', across: '8', height: '30' } },
    { kind: 'combine', fields: { part: 'before1', do: 'take', tools: ['before2'] } },
  ],
  build: ({ part, do: what, tools, gap, after }, { kernel, id, tolerance }) => {
    if (tools.length === 0) return raise('no-part', 'Choose the other part.', 'tools')
    if (tools.some((t) => t.id === part.id)) return raise('same-part', 'A part cannot be combined with itself; choose another one.', 'tools') // prettier-ignore
    const wide = what === 'take' && gap > 0
    const others = tools.map((t) => (wide ? kernel.union([t.solid, wallOf(kernel, t.pointable(), { way: 'out', thick: () => gap, step: id, tolerance }).solid]) : t.solid)) // prettier-ignore
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
      rows: wide && after === 'kept' ? tools.map((t) => roomRow(id, t, part, gap)) : [],
      notes: pieces > were ? [`${part.name} is in ${pieces} pieces now.`] : [],
    }
  },
})

/** What is to be between a part and the room that was cut for it in another one. */
const roomRow = (step: string, tool: PartValue, part: PartValue, gap: number): RowSpec =>
  gapRow(step, tool.id, `${tool.name} in its room in ${part.name}`, gap, 'exact', { of: 'whole', part: tool.id }, { of: 'parts', parts: [part.id], surfaces: { step, role: 'inside' } }) // prettier-ignore

/** Of two parts that cut into each other, the room of one taken out of the other. */
function offerRoom(at: Situation): Offer[] {
  const named = (id: string) => at.parts.find((p) => p.id === id)
  const [a, b] = (at.clash ?? []).map(named)
  if (!a || !b) return []
  return [[a, b], [b, a]].map(([part, tool]): Offer => ({
    key: `combine room ${part!.id} ${tool!.id}`,
    words: `cut room for ${tool!.name} out of ${part!.name}, with a gap`,
    mends: 'collision',
    steps: [newStep(at, 'combine', { part: part!.id, do: 'take', tools: [tool!.id], gap: 'fit.sliding', after: 'kept' })],
  })) // prettier-ignore
}

function startCombine(at: Situation): Record<string, unknown> | undefined {
  const [first, second] = at.parts
  return first && second && { part: first.id, do: 'add', tools: [second.id], after: 'gone' }
}
