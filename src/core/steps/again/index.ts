import type { FieldValues } from '../../fields/kinds'
import { partsField } from '../../fields/part'
import { publicationField } from '../../fields/publication'
import { copied } from '../../kernel/retagged'
import { joinedOutput } from '../joining'
import { PLACED_NOTES, placedFields, placedWords, placements, spread } from '../placed'
import { type StepContext, type StepOutput, stepKind, WORK } from '../step-kind'
import { offerAgain, startAgain } from './offers'

const fields = {
  step: publicationField('The step', WORK, () => []),
  ...placedFields,
  parts: partsField('The parts it is done to', 'change'),
}
type Values = FieldValues<typeof fields>

/** What a step adds or takes, once more: mirrored, in a row or a ring. It follows the step. */
export const againStep = stepKind({
  kind: 'again',
  title: 'Do a step again elsewhere',
  findBy: ['repeat', 'mirror', 'pattern', 'array', 'holes', 'row', 'ring', 'feature', 'copy a step', 'same again'],
  group: 'change',
  about:
    'Does what an earlier step does to a part once more in other places, mirrored, in a row or in a ring; a change of that step goes to all of them.',
  fields,
  fieldNotes: {
    ...PLACED_NOTES,
    step: 'id of a step before that adds something to a part, takes something from it, or keeps what both have; empty: the nearest',
    parts: 'ids of the parts that it is done to',
  },
  sentence: ['Do', { field: 'step' }, 'again,', ...placedWords, { field: 'parts', before: 'on', after: '.' }],
  start: startAgain,
  offers: offerAgain,
  example: [
    { kind: 'solid', fields: { width: '60', depth: '30', height: '6' } },
    { kind: 'solid', fields: { shape: 'cylinder', across: '6', height: '4', on: { base: 'ground', off: '6' }, at: { along: '-22', up: '0', from: '' }, how: 'add', parts: ['before1'] } }, // prettier-ignore
    { kind: 'again', fields: { step: 'before2', how: 'line', count: '3', by: '22', parts: ['before1'] } },
  ],
  build: (values, context) => again(values, context),
})

function again(values: Values, context: StepContext): StepOutput {
  const { kernel, id } = context
  const { solid, how } = values.step.data
  const all = placements(values).map((put, k) => copied(kernel, solid, put, `${id} ${k + 2}`))
  const output = joinedOutput(kernel.union(all), { how, parts: values.parts, name: '' }, context)
  const missed = all.flatMap((one, k) => (values.parts.every((p) => kernel.intersect(p.solid, one).isEmpty()) ? [k + 2] : [])) // prettier-ignore
  return { ...output, notes: [...spread(values), ...missNotes(missed, all.length, how), ...output.notes] }
}

/** Which of them lie beside all parts; that none of them does anything is said otherwise. */
function missNotes(missed: readonly number[], count: number, how: 'add' | 'take' | 'common'): string[] {
  if (missed.length === 0 || how === 'common' || (missed.length === count && how === 'take')) return []
  return [`Number ${missed.slice(0, 5).join(', ')}${missed.length > 5 ? ' and more' : ''} ${missed.length === 1 ? 'does' : 'do'} not meet the part.`] // prettier-ignore
}
