import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { countField } from '../../fields/number'
import { partField } from '../../fields/part'
import { copied } from '../../kernel/retagged'
import { raise } from '../../result'
import { joinedOutput } from '../joining'
import { MOST_COPIES, PLACED_NOTES, placedFields, placedWords, placements, spread } from '../placed'
import { type PartOutput, type StepContext, type StepOutput, stepKind } from '../step-kind'
import { offerCopies, startCopies } from './offers'

const fields = {
  part: partField('The part', 'change'),
  ...placedFields,
  after: choiceField('What becomes of them', 'own', {
    own: 'each a part of its own',
    joined: 'joined to it',
    alone: 'the part itself moved there, as number',
  }),
  nth: countField('Which of them it is moved to', '2', 2, MOST_COPIES),
}
type Values = FieldValues<typeof fields>

/** Parts once more: mirrored, in a row or in a ring. They follow what they are copies of. */
export const copiesStep = stepKind({
  kind: 'copies',
  title: 'Copy a part',
  findBy: ['mirror', 'pattern', 'repeat', 'array', 'twin', 'left hand', 'second', 'row', 'ring', 'duplicate'],
  group: 'change',
  about: 'Makes a part once more, mirrored, or several times in a row or a ring; the copies follow the part.',
  fields,
  fieldNotes: {
    part: 'id of the part; it is changed only where the copies are joined to it',
    ...PLACED_NOTES,
    after:
      '`own`: parts `ID.2`, `ID.3` …, ID being the step’s; `joined`: one part with it; `alone`: no copies, the part itself is put where one of them would be, and gaps to other parts that steps before watch are not watched there',
    nth: 'with `alone`: at which of the places it is then; 2 is the first copy’s',
  },
  sentence: [
    'Copy', { field: 'part', after: ',' }, ...placedWords, { field: 'after', when: ['after', 'own', 'joined'], after: '.' },
    { field: 'after', when: ['after', 'alone'] }, { field: 'nth', when: ['after', 'alone'], after: '.' },
  ], // prettier-ignore
  alone: (fields, nth) =>
    (fields.after ?? 'own') === 'own' ? { ...fields, after: 'alone', nth: `${nth}` } : undefined,
  start: startCopies,
  offers: offerCopies,
  example: [
    { kind: 'solid', fields: { at: { along: '20', up: '0', from: '' } } },
    { kind: 'copies', fields: { part: 'before1', how: 'ring', count: '5' } },
  ],
  build: (values, context) => ({ own: ownParts, joined, alone })[values.after](values, context),
})

const called = ({ how, part }: Values, k: number): string => (how === 'mirror' ? `${part.name}, mirrored` : `${part.name} ${k + 2}`) // prettier-ignore

function ownParts(values: Values, { kernel, id }: StepContext): StepOutput {
  const parts = placements(values).map((put, k): PartOutput => {
    const solid = copied(kernel, values.part.solid, put, `${id} ${k + 2}`)
    return { id: `${id}.${k + 2}`, solid, name: called(values, k) }
  })
  return { parts, rows: [], notes: spread(values) }
}

function joined(values: Values, context: StepContext): StepOutput {
  const { part } = values
  const { kernel, id } = context
  const copies = placements(values).map((put, k) => copied(kernel, part.solid, put, `${id} ${k + 2}`))
  const output = joinedOutput(kernel.union(copies), { how: 'add', parts: [part], name: part.name }, context)
  return { ...output, notes: [...spread(values), ...output.notes] }
}

/** The part where one of its copies would be; gaps that it had where it was are its copies' as little. Errors: nth */
function alone(values: Values, { kernel, id }: StepContext): StepOutput {
  const { part, nth } = values
  const all = placements(values)
  const put =
    all[nth - 2] ?? raise('nth', `There is no number ${nth}: with the part itself there are ${all.length + 1}.`, 'nth')
  const solid = copied(kernel, part.solid, put, `${id} ${nth}`)
  return { parts: [{ id: part.id, solid }], released: [part.id], rows: [], notes: [] }
}
